import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { boathouseKit } from '../../../../demo/boathouse';
import { setSession } from '../../stores/sessionStore';
import { restoreDemo } from './actions';

/** The address the demo server prints: straight to the demo session. */
export function DemoEntry() {
  const navigate = useNavigate();
  useEffect(() => {
    restoreDemo()
      .catch(() => boathouseKit())
      .then((demo) => {
        setSession(demo);
        void navigate(`/session/${demo.id}/floor`, { replace: true });
      });
  }, [navigate]);
  return null;
}
