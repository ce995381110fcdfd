import { create } from 'zustand';
import type { Matching, Role, StrokePicture, TakeReport } from '../../core/analysis';
import { readTakeReport } from '../../core/document';
import type { SessionId } from '../../core/ids';
import type { Chains } from '../../core/verdict';
import { sayDocument } from '../../words/documents';
import type { ChannelPeaks, TakeFile } from '../../workers/protocol';
import { newId } from '../components/newId';
import { database } from '../db/database';

/** What a take check left: kept with its session, so that it is there again after a reload. */
interface Take {
  readonly report: TakeReport | null;
  readonly waveforms: readonly ChannelPeaks[];
  readonly strokes: readonly StrokePicture[];
  readonly refused: readonly string[];
  readonly matching: Matching;
  /** What channels were said by hand to be there for, by name. */
  readonly roles: Readonly<Record<string, Role>>;
  /** The chains it was recorded through, by microphone id. */
  readonly chains: Chains;
}

interface TakeState extends Take {
  readonly sessionId: SessionId | null;
  /** 0 to 1 while a check runs, else null. */
  readonly progress: number | null;
  readonly problem: string | null;
  /** Changes with the files that are at hand. */
  readonly loaded: string | null;
}

const NO_TAKE: Take = { report: null, waveforms: [], strokes: [], refused: [], matching: {}, roles: {}, chains: {} };
const EMPTY: TakeState = { ...NO_TAKE, sessionId: null, progress: null, problem: null, loaded: null };

/** The files of the last check of this tab, which are not kept: what a person can go on working with. */
let kept: { readonly sessionId: SessionId; readonly files: readonly TakeFile[] } = { sessionId: '', files: [] };
/** The files of a session's take, as far as this tab has them: nobody else's. */
export const filesOfTake = (sessionId: SessionId): readonly TakeFile[] => (kept.sessionId === sessionId ? kept.files : []);
export const keepFiles = (sessionId: SessionId, files: readonly TakeFile[]): void => {
  kept = { sessionId, files: files.map((file) => ({ ...file, loadId: file.loadId ?? newId() })) };
  useTakeStore.setState({ loaded: newId() });
};

/** Files that were given before their session's Check was there. */
export interface Handed {
  readonly files: readonly TakeFile[];
  /** Which file is whose, and what it was recorded through, where that is known. */
  readonly known?: { readonly matching: Take['matching']; readonly chains: Take['chains'] };
}
let handed: (Handed & { readonly sessionId: SessionId }) | null = null;
export const handFiles = (sessionId: SessionId, files: Handed): void => {
  handed = { sessionId, ...files };
};
/** Takes them over; once. */
export function takeHanded(sessionId: SessionId): Handed | null {
  const own = handed?.sessionId === sessionId ? handed : null;
  if (own) handed = null;
  return own;
}

/** The take on the bench. */
export const useTakeStore = create<TakeState>(() => EMPTY);
export const setTake = (change: Partial<TakeState>): void => useTakeStore.setState(change);

/** Puts a take on the bench of its session and into storage. Storage is best effort: the take can be loaded again from its files. */
export function keepTake(sessionId: SessionId, change: Partial<Take>): void {
  const before = useTakeStore.getState();
  const { report, waveforms, strokes, refused, matching, roles, chains } = { ...(before.sessionId === sessionId ? before : NO_TAKE), ...change };
  const take: Take = { report, waveforms, strokes, refused, matching, roles, chains };
  useTakeStore.setState({ ...take, sessionId });
  void database.takes.put({ sessionId, take }).catch(() => undefined);
}

/** A stored take, or why it cannot be used; null for none. */
function readTake(value: unknown): Take | string | null {
  const take = value as Partial<Take> | null | undefined;
  if (!take?.report) return null;
  const read = readTakeReport(take.report);
  if (!read.ok) return sayDocument(read.reason);
  if (!Array.isArray(take.waveforms) || !Array.isArray(take.refused)) return null;
  return {
    report: read.report,
    waveforms: take.waveforms,
    refused: take.refused,
    strokes: take.strokes ?? [],
    matching: take.matching ?? {},
    roles: take.roles ?? {},
    chains: take.chains ?? {},
  };
}

/** Brings back the take that was on the bench of a session; an empty bench when there is none, and a sentence when it cannot be read. */
export async function restoreTake(sessionId: SessionId): Promise<void> {
  if (useTakeStore.getState().sessionId === sessionId) return;
  useTakeStore.setState({ ...EMPTY, sessionId });
  const row = await database.takes.get(sessionId).catch(() => undefined);
  const { sessionId: now, report } = useTakeStore.getState();
  if (now !== sessionId || report !== null) return;
  const take = readTake(row?.take);
  if (typeof take === 'string') useTakeStore.setState({ problem: take });
  else if (take) useTakeStore.setState(take);
}
