import { whatWouldHelp } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('what-helps', whatWouldHelp);
