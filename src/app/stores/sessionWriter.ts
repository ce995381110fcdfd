import { type Command, commit, type Session } from '../../core/document';
import { sayStores } from '../../words/stores.page.en';
import { saveProblem, TAB_ID } from '../db/database';
import { writeJournal } from '../db/journal';
import { saveSession } from '../db/sessions';

/** A change that is on the screen and not yet in storage: a command, or a whole document that undo or redo brought back. */
export type Change = { readonly command: Command } | { readonly document: Session };

/** What the page must know of the writing. */
export type Written =
  | { readonly kind: 'saved' }
  | { readonly kind: 'failed'; readonly problem: string }
  /** The session was deleted elsewhere. */
  | { readonly kind: 'gone' }
  /** Another tab wrote in between; this is what its changes and one's own came to. */
  | { readonly kind: 'merged'; readonly session: Session; readonly notice: string };

const BOTH_KEPT = sayStores('another-tab-changed-this-session-at');
const THEIRS_KEPT = sayStores('another-tab-changed-this-session-while');
const SOME_LOST = sayStores('another-tab-changed-this-session-at-2');

const now = (): string => new Date().toISOString();

/** Commands made once more on what another tab wrote; documents from going back a step give way to it. */
function replayed(from: Session, changes: readonly Change[]): { session: Session; refused: boolean } {
  let [session, refused] = [from, false];
  for (const change of changes) {
    if ('document' in change) continue;
    const result = commit(session, change.command, now());
    if (result.kind === 'changed') session = result.session;
    if (result.kind === 'refused') refused = true;
  }
  return { session, refused };
}

/**
 * Writes one session, one write at a time, in the order of its changes. Each change goes into the journal at once. It goes on until
 * everything is written, also when its session has been put off the bench.
 */
export class SessionWriter {
  private newest: Session | null = null;
  private count = 0;
  private pending: Change[] = [];
  private writing: Promise<void> | null = null;
  /** The document that is on its way into the row. */
  private sent: Session | null = null;

  readonly id: string;

  /** @param base the revision of the stored row seen last; null before the first write */
  constructor(
    /** The document as it was opened. */
    private stored: Session,
    private base: number | null,
    private readonly tell: (written: Written) => void,
  ) {
    this.id = stored.id;
  }

  /** Whether changes are on their way. */
  get busy(): boolean {
    return this.writing !== null || this.pending.length > 0;
  }

  /** Settles when what is on its way is written, or cannot be. */
  get settled(): Promise<void> {
    return this.writing ?? Promise.resolve();
  }

  /** Whether a row holds what this tab has not seen. */
  isNews(row: { readonly savedBy: string; readonly revision: number }): boolean {
    return this.base !== null && row.savedBy !== TAB_ID && row.revision > this.base;
  }

  /** Takes note that a revision is on the screen. */
  saw(revision: number, stored: Session): void {
    this.base = revision;
    this.stored = stored;
  }

  /** Whether a row is known to have been there. */
  get wasStored(): boolean {
    return this.base !== null;
  }

  /** Takes a change that made a document; `count` is the tab's own count of documents. */
  keep(change: Change, document: Session, count: number): void {
    this.newest = document;
    this.count = count;
    this.pending.push(change);
    writeJournal({ tab: TAB_ID, count, base: this.base ?? 0, session: document, before: this.stored, ...(this.sent ? { sent: this.sent } : {}) });
  }

  /** Writes the document anew, whatever became of its row. */
  keepAnyway(document: Session, count: number): void {
    this.base = null;
    this.keep({ document }, document, count);
    this.flush();
  }

  /** Sees to it that everything pending gets written. */
  flush(): void {
    this.writing ??= this.writeAll().then((written) => {
      this.writing = null;
      if (written && this.pending.length > 0) this.flush();
    });
  }

  private async writeAll(): Promise<boolean> {
    while (this.pending.length > 0) if (!(await this.writeOnce())) return false;
    this.tell({ kind: 'saved' });
    return true;
  }

  private async writeOnce(): Promise<boolean> {
    const { base, count, newest, pending: sent } = this;
    if (!newest) return false;
    this.pending = [];
    this.sent = newest;
    let refused = false;
    try {
      const outcome = await saveSession(newest, { base, count, nowIso: now() }, (theirs) => {
        const result = replayed(theirs, sent);
        refused = result.refused;
        return result.session;
      });
      if (outcome.kind === 'gone') return this.giveBack(sent, { kind: 'gone' });
      this.base = outcome.revision;
      this.stored = outcome.kind === 'merged' ? outcome.session : newest;
      if (outcome.kind === 'merged') this.takeMerged(outcome.session, sent, refused);
      return true;
    } catch (error) {
      return this.giveBack(sent, { kind: 'failed', problem: saveProblem(error) });
    } finally {
      this.sent = null;
    }
  }

  private giveBack(sent: readonly Change[], written: Written): false {
    this.pending = [...sent, ...this.pending];
    this.tell(written);
    return false;
  }

  /** What was done since the write began goes on top of what it came to. */
  private takeMerged(merged: Session, sent: readonly Change[], refused: boolean): void {
    const result = replayed(merged, this.pending);
    this.newest = result.session;
    const wentBack = sent.some((change) => 'document' in change);
    const notice = wentBack ? THEIRS_KEPT : refused || result.refused ? SOME_LOST : BOTH_KEPT;
    this.tell({ kind: 'merged', session: result.session, notice });
  }
}
