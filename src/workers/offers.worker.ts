import { withOffers } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('offers', ({ session, findings }) => withOffers(session, findings));
