import { proveTake } from '../core/analysis';
import { arrivalTable } from '../core/arrivals';
import { resolvePlan, tapedStrings } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('prove-take', ({ session, report, matching }) => {
  const plan = resolvePlan(session);
  return proveTake(arrivalTable(plan), report, matching, tapedStrings(session, plan));
});
