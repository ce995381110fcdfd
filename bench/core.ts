import { benchListening } from './listening';
import { benchMoves } from './moves';
import { benchPlan } from './plan';

benchPlan();
benchMoves();
await benchListening();
