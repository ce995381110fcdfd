export type { VerdictCode } from './codes';
export * from './corrections';
export { inTake, marginsInTake, thenInTake, worstInTake } from './inTake';
export { channelsOf, type Moment, momentAt, momentOf } from './moments';
export { meanLossDb, type Remeasured, remeasured } from './remeasured';
export { type Chains, chainsOf, type Heard, isFaulty, isFine, type Verdict, verdictsOf } from './verdicts';
