import { benchMoves } from './moves';
import { benchPlan } from './plan';

benchPlan();
benchMoves();
