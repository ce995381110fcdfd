import { proveTake } from '../core/analysis';
import { arrivalTable } from '../core/arrivals';
import { resolvePlan } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('prove-take', ({ session, report, matching }) => proveTake(arrivalTable(resolvePlan(session)), report, matching));
