export type { VerdictCode } from './codes';
export * from './corrections';
export { meanLossDb, type Remeasured, remeasured } from './remeasured';
export { type Chains, chainsOf, type Heard, isFaulty, isFine, type Verdict, verdictsOf } from './verdicts';
