export { sayCheckLine } from './checklist';
export { expectation, findingWhy } from './expectations';
export { sayFit } from './fits';
export { furnishingUse } from './furnishings';
export { planWords } from './imports';
export { say } from './say';
export { setupTexts } from './setups';
