import { usualMoves } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('smallest-moves', usualMoves);
