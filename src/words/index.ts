export { sayCheckLine } from './checklist';
export { sayFit } from './fits';
export { say } from './say';
export { setupTexts } from './setups';
