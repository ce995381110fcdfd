import { useMemo } from 'react';
import type { Session } from '../../../core/document';
import type { InstrumentId } from '../../../core/ids';
import type { SpotMap } from '../../../core/planning';
import { createResource, useResource } from '../../stores/resource';

interface Asked {
  readonly session: Session;
  readonly instrumentId: InstrumentId;
}

const spots = createResource<Asked, SpotMap | null, 'spots'>({
  job: 'spots',
  owner: 'room',
  key: ({ session, instrumentId }) => [session, instrumentId],
  input: (asked) => asked,
  output: (map) => map,
  stillMs: 120,
});

/** Good places for an instrument, worked out off the page once things are still; those of a moment ago until then. */
export function useSpots(session: Session, instrumentId: InstrumentId | null): { readonly map: SpotMap | null; readonly problem: string | null } {
  const asked = useMemo(() => (instrumentId ? { session, instrumentId } : null), [session, instrumentId]);
  const { of, value: map, problem } = useResource(spots, asked);
  const isOwn = asked !== null && of?.session.id === session.id && of.instrumentId === instrumentId;
  return isOwn ? { map, problem } : { map: null, problem: null };
}
