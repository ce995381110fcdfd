import { create } from 'zustand';
import type { SessionId } from '../../core/ids';
import { remember, remembered } from '../components/remembered';

interface Visits {
  readonly sessionId: SessionId | null;
  readonly paths: ReadonlySet<string>;
}

/** Stations of the session at hand that somebody has looked at, on this machine: nothing is ticked that nobody visited. */
export const useVisits = create<Visits>(() => ({ sessionId: null, paths: new Set() }));

const keyOf = (sessionId: SessionId): string => `visits ${sessionId}`;

/** Notes that a station is looked at. */
export function visit(sessionId: SessionId, path: string): void {
  const before = useVisits.getState();
  const paths = before.sessionId === sessionId ? before.paths : new Set((remembered(keyOf(sessionId)) ?? '').split(' ').filter(Boolean));
  if (before.sessionId === sessionId && paths.has(path)) return;
  const next = new Set([...paths, path]);
  useVisits.setState({ sessionId, paths: next });
  remember(keyOf(sessionId), [...next].join(' '));
}
