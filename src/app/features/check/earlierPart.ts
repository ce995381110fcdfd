import { create } from 'zustand';
import type { SessionId } from '../../../core/ids';
import type { BesideEarlier, TakeFile } from '../../../workers/protocol';

/** A part of the song that was recorded before, heard with the take. Of this tab, and nobody's but its session's. */
interface EarlierPart {
  readonly sessionId: SessionId;
  readonly file: TakeFile | null;
  /** By how much it begins later than the take, s; null for what the time stamps of both say. */
  readonly seconds: number | null;
  readonly isHeard: boolean;
  /** What was measured when both were last heard. */
  readonly beside: BesideEarlier | null;
}

const NONE: EarlierPart = { sessionId: '', file: null, seconds: null, isHeard: true, beside: null };
export const useEarlierPart = create<EarlierPart>(() => NONE);

/** What of it goes with a session's take. */
export function earlierOf(sessionId: SessionId): { readonly file: TakeFile; readonly seconds: number | null } | undefined {
  const { sessionId: own, file, seconds, isHeard } = useEarlierPart.getState();
  return own === sessionId && file && isHeard ? { file, seconds } : undefined;
}
