import { proveTake } from '../core/analysis';
import { arrivalTable } from '../core/arrivals';
import { resolveFiles, tapedStrings } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('prove-take', ({ session, report, matching, chains }) => {
  const plan = resolveFiles(session, chains);
  return proveTake(arrivalTable(plan), report, matching, tapedStrings(session, plan));
});
