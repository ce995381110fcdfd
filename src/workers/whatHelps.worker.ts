import wasmUrl from 'highs/runtime?url';
import { loadMilpSolver } from '../core/patch/highs';
import { whatWouldHelp } from '../core/planning';
import { serveJob } from './serveJob';

serveJob('what-helps', async (session) => whatWouldHelp(session, await loadMilpSolver(wasmUrl)));
