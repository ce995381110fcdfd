import { smallestMoves } from '../core/optimise';
import { resolvePlan } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('smallest-moves', (session) => smallestMoves(resolvePlan(session)));
