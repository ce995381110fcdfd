import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { boathouseKit } from '../../../../demo/boathouse';
import { setSession } from '../../stores/sessionStore';
import { restoreDemo } from './actions';

/** The address the demo server prints: straight to the demo session. Without storage it lasts as long as the tab. */
export function DemoEntry() {
  const navigate = useNavigate();
  useEffect(() => {
    restoreDemo()
      .catch(() => ({ session: boathouseKit(), revision: null }))
      .then(({ session, revision }) => {
        setSession(session, revision);
        void navigate(`/session/${session.id}/floor`, { replace: true });
      });
  }, [navigate]);
  return null;
}
