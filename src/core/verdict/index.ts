export * from './corrections';
export { type Chains, chainsOf, type Heard, isFine, type Verdict, verdictsOf } from './verdicts';
