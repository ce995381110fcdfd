import { useEffect, useState } from 'react';
import type { Finding } from '../../core/checks';
import type { Session } from '../../core/document';
import { withOffers } from '../../core/planning';
import { runJob } from '../../workers/runJob';
import { useSessionStore } from './sessionStore';

/** Moves are tried once nothing has changed for this long, ms. */
const STILL_MS = 200;

type Answer = readonly Finding[] | null;

const known = new WeakMap<Session, readonly Finding[]>();
const asked = new WeakMap<Session, Promise<Answer>>();

/** One trial for each session, whoever asks; null where a newer session has been asked about meanwhile. */
function offersFor(session: Session, findings: readonly Finding[]): Promise<Answer> {
  const running = asked.get(session);
  if (running) return running;
  const trial = runJob('offers', { session, findings }, { owner: 'verdicts' }).then((answer): Answer => {
    if (answer.kind === 'superseded') {
      asked.delete(session);
      return null;
    }
    const offers = answer.kind === 'done' ? answer.output : withOffers(session, findings);
    known.set(session, offers);
    return offers;
  });
  asked.set(session, trial);
  return trial;
}

/**
 * Findings with the moves that mend, tried in a worker; null while they are being tried, and during a drag. Where no worker can run
 * they are tried here.
 */
export function useOffers(session: Session, findings: readonly Finding[]): Answer {
  const committed = useSessionStore((state) => state.doc);
  const [, answered] = useState(0);
  const settled = session === committed;
  useEffect(() => {
    if (!settled || findings.length === 0 || known.has(session)) return;
    let gone = false;
    const start = window.setTimeout(() => {
      void offersFor(session, findings).then(() => {
        if (!gone) answered((n) => n + 1);
      });
    }, STILL_MS);
    return () => {
      gone = true;
      window.clearTimeout(start);
    };
  }, [session, settled, findings]);
  return known.get(session) ?? null;
}
