import { useEffect, useState } from 'react';
import type { Session } from '../../../core/document';
import type { SpotMap } from '../../../core/planning';
import { runJob } from '../../../workers/runJob';

/** Good places for an instrument, worked out off the page once things are still. */
export function useSpots(session: Session, instrumentId: string | null): { readonly map: SpotMap | null; readonly problem: string | null } {
  const [state, setState] = useState<{ map: SpotMap | null; problem: string | null }>({ map: null, problem: null });
  useEffect(() => {
    if (!instrumentId) {
      setState({ map: null, problem: null });
      return undefined;
    }
    const stop = new AbortController();
    const timer = window.setTimeout(() => {
      void runJob('spots', { session, instrumentId }, { owner: 'room', signal: stop.signal }).then((answer) => {
        if (stop.signal.aborted) return;
        if (answer.kind === 'done') setState({ map: answer.output, problem: null });
        if (answer.kind === 'failed') setState({ map: null, problem: answer.reason });
      });
    }, 120);
    return () => {
      window.clearTimeout(timer);
      stop.abort();
    };
  }, [session, instrumentId]);
  return state;
}
