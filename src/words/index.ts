export { sayCheckLine } from './checklist';
export { expectation, findingWhy } from './expectations';
export { sayFinding } from './findings';
export { sayFit } from './fits';
export { furnishingUse } from './furnishings';
export { planWords } from './imports';
export { sayMetric } from './metric';
export { say, sayTold } from './say';
export { setupTexts } from './setups';
