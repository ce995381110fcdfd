import { useEffect, useState } from 'react';
import type { Session } from '../../../core/document';
import { attemptSnapshot } from '../../stores/attemptStore';

/** The set-up of an attempt, read when it is wanted. */
export function useSnapshot(id: string | null | undefined): Session | null {
  const [found, setFound] = useState<{ id: string; snapshot: Session | null } | null>(null);
  useEffect(() => {
    if (!id) return;
    let on = true;
    void attemptSnapshot(id).then((snapshot) => on && setFound({ id, snapshot }));
    return () => {
      on = false;
    };
  }, [id]);
  return found && found.id === id ? found.snapshot : null;
}
