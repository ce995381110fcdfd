import { useEffect, useMemo } from 'react';
import { useLocation } from 'react-router';
import type { Session } from '../../core/document';
import { useSongs } from '../capture/songs';
import { STATIONS } from '../stations';
import { useAttempts } from '../stores/attemptStore';
import { useNoPatch } from '../stores/patchVerdict';
import { livePlan } from '../stores/planHooks';
import { useKeptProof, useProof } from '../stores/proofStore';
import { useTakeStore } from '../stores/takeStore';
import { useVisits, visit } from '../stores/visits';
import type { Station, StationFacts, Stop } from './station';

/** A stop as it stands. */
export interface StandingStop extends Stop {
  readonly station: Station;
  /** Nothing is left to be done there, whether or not somebody looked. */
  readonly isDone: boolean;
}

export interface Stops {
  /** The road, in the order that it is walked. */
  readonly road: readonly StandingStop[];
  /** What lies beside it, in the order of the day. */
  readonly beside: readonly StandingStop[];
  /** The first of the road that is not done; null at its end. */
  readonly next: { readonly station: Station; readonly act: string } | null;
  /** What comes after that; null for the last. */
  readonly after: string | null;
  /** Which station is looked at. */
  readonly here: string;
}

const ROAD = STATIONS.filter(({ road }) => road).sort((a, b) => (a.road?.step ?? 0) - (b.road?.step ?? 0));
const BESIDE = STATIONS.filter(({ order }) => order !== null).sort((a, b) => (a.order ?? 0) - (b.order ?? 0));
const NOWHERE: ReadonlySet<string> = new Set();

const stopAt = (station: Station, facts: StationFacts, visited: ReadonlySet<string>): StandingStop => {
  const stop = station.state?.(facts) ?? { state: 'open' as const, why: '' };
  // What is so by itself was not done by anybody yet.
  return { station, ...stop, isDone: stop.state === 'done', state: stop.state === 'done' && !visited.has(station.path) ? 'open' : stop.state };
};

/** How every stop of a session's day stands, and which act of the road comes next. */
export function useStops(session: Session): Stops {
  const here = useLocation().pathname.split('/')[3] ?? '';
  useEffect(() => visit(session.id, here), [session.id, here]);
  const report = useTakeStore((state) => (state.sessionId === session.id ? state.report : null));
  const matching = useTakeStore((state) => state.matching);
  const roles = useTakeStore((state) => state.roles);
  const chains = useTakeStore((state) => state.chains);
  const proof = useProof(report);
  useKeptProof(session);
  const noPatch = useNoPatch(session);
  const attempts = useAttempts(({ sessionId, attempts: kept }) => (sessionId === session.id ? kept.length : 0));
  const songs = useSongs(({ sessionId, songs: all }) => (sessionId === session.id ? all.length : 0));
  const visited = useVisits(({ sessionId, paths }) => (sessionId === session.id ? paths : NOWHERE));
  return useMemo(() => {
    const facts = { session, noPatch, attempts, songs, live: livePlan(session), take: { report, matching, roles, chains, proof } };
    const stops = (stations: readonly Station[]): StandingStop[] =>
      stations.filter(({ isFor }) => isFor?.(session) ?? true).map((station) => stopAt(station, facts, new Set([...visited, here])));
    const road = stops(ROAD);
    // Who is farther along the road already is not sent back to look at what is done.
    const farthest = road.reduce((far, { station }, i) => (station.path === here || visited.has(station.path) ? i : far), -1);
    const at = road.findIndex(({ state, isDone }, i) => (i < farthest ? !isDone : state !== 'done'));
    const [one, following] = [road[at], road[at + 1]];
    return {
      road,
      beside: stops(BESIDE),
      next: one?.station.road ? { station: one.station, act: one.station.road.act(facts) } : null,
      after: at >= 0 ? (following?.station.road?.verb ?? null) : null,
      here,
    };
  }, [session, noPatch, attempts, songs, report, matching, roles, chains, proof, visited, here]);
}
