import type { ComponentType } from 'react';
import type { Proof } from '../../core/analysis';
import type { Session } from '../../core/document';
import type { Words } from '../../core/units';
import { sayStations } from '../../words/stations.page.en';
import type { LivePlan } from '../stores/planHooks';
import type { useTakeStore } from '../stores/takeStore';

/** How a stop of the day stands. */
export type StopState = 'open' | 'begun' | 'trouble' | 'done';

/** A stop with why it stands so, in a word or two. */
export interface Stop {
  readonly state: StopState;
  readonly why: string;
}

/** The one rule for what is done bit by bit: nothing is not begun, all is done, anything between is begun. */
export const stopOf = (done: number, of: number, what: string): Stop => ({
  state: of > 0 && done >= of ? 'done' : done > 0 ? 'begun' : 'open',
  why: of === 0 ? sayStations('no-yet', { what }) : sayStations('of', { done, of, what }),
});

/** What a station may look at to say how it stands. */
export interface StationFacts {
  readonly session: Session;
  readonly live: LivePlan;
  /** How many attempts are kept. */
  readonly attempts: number;
  /** How many takes of the song are here. */
  readonly songs: number;
  /** Why its microphones cannot all be plugged in; null where they can or it is not known yet. */
  readonly noPatch: Words | null;
  readonly take: Pick<ReturnType<typeof useTakeStore.getState>, 'report' | 'matching' | 'roles' | 'chains'> & {
    /** The take held against the plan; null until it has been. */
    readonly proof: Proof | null;
  };
}

/**
 * A view of one session. Each feature folder describes its own in `station.ts`; routes and the line of stops are made from these, so
 * that a new station touches one folder.
 */
export interface Station {
  /** The end of its address, "/session/…/path". */
  readonly path: string;
  readonly label: string;
  /** Its place beside the road, by the order of the day; null for a stop of the road, and for a view that is reached from others. */
  readonly order: number | null;
  /** Its place on the road that everybody walks, from "I want this recorded" to "recorded". */
  readonly road?: {
    readonly step: number;
    /** What is done there, in a word. */
    readonly verb: string;
    /** The one next thing to do there. */
    readonly act: (facts: StationFacts) => string;
  };
  /** Whether it is a stop of such a session's day; none is for all. */
  readonly isFor?: (session: Session) => boolean;
  readonly load: () => Promise<ComponentType>;
  readonly state?: (facts: StationFacts) => Stop;
}
