export { sayFit } from './fits';
export { say } from './say';
