import { rankSpots } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('spots', ({ session, instrumentId }) => rankSpots(session, instrumentId));
