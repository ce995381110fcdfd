import { expose } from 'comlink';
import { smallestMoves } from '../core/optimise';
import { resolvePlan } from '../core/session';
import type { MovesJob } from './protocol';

const job: MovesJob = {
  smallest: (session) => smallestMoves(resolvePlan(session)),
};

expose(job);
