import { create } from 'zustand';
import type { Matching, Role, StrokePicture, TakeReport } from '../../core/analysis';
import type { Chains } from '../../core/verdict';
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
  readonly sessionId: string | null;
  /** 0 to 1 while a check runs, else null. */
  readonly progress: number | null;
  readonly problem: string | null;
}

const NO_TAKE: Take = { report: null, waveforms: [], strokes: [], refused: [], matching: {}, roles: {}, chains: {} };
const EMPTY: TakeState = { ...NO_TAKE, sessionId: null, progress: null, problem: null };

/** The files of the last check of this tab, which are not kept: what a person can go on working with. */
let kept: { readonly sessionId: string; readonly files: readonly TakeFile[] } = { sessionId: '', files: [] };
/** The files of a session's take, as far as this tab has them: nobody else's. */
export const filesOfTake = (sessionId: string): readonly TakeFile[] => (kept.sessionId === sessionId ? kept.files : []);
export const keepFiles = (sessionId: string, files: readonly TakeFile[]): void => {
  kept = { sessionId, files: files.map((file) => ({ ...file, loadId: file.loadId ?? newId() })) };
};

/** The take on the bench. */
export const useTakeStore = create<TakeState>(() => EMPTY);
export const setTake = (change: Partial<TakeState>): void => useTakeStore.setState(change);

/** Puts a take on the bench of its session and into storage. Storage is best effort: the take can be loaded again from its files. */
export function keepTake(sessionId: string, change: Partial<Take>): void {
  const before = useTakeStore.getState();
  const { report, waveforms, strokes, refused, matching, roles, chains } = { ...(before.sessionId === sessionId ? before : NO_TAKE), ...change };
  const take: Take = { report, waveforms, strokes, refused, matching, roles, chains };
  useTakeStore.setState({ ...take, sessionId });
  void database.takes.put({ sessionId, take }).catch(() => undefined);
}

const isTake = (value: unknown): value is Take => {
  const take = value as Partial<Take> | null;
  return take?.report?.format === 'shuttlecraft-take-report' && Array.isArray(take.waveforms) && Array.isArray(take.refused);
};

/** Brings back the take that was on the bench of a session; an empty bench when there is none. */
export async function restoreTake(sessionId: string): Promise<void> {
  if (useTakeStore.getState().sessionId === sessionId) return;
  useTakeStore.setState({ ...EMPTY, sessionId });
  const row = await database.takes.get(sessionId).catch(() => undefined);
  const { sessionId: now, report } = useTakeStore.getState();
  if (isTake(row?.take) && now === sessionId && report === null)
    useTakeStore.setState({
      ...row.take,
      strokes: row.take.strokes ?? [],
      matching: row.take.matching ?? {},
      roles: row.take.roles ?? {},
      chains: row.take.chains ?? {},
    });
}
