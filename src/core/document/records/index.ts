export { BRIEF } from './brief';
export { FURNISHING } from './furnishing';
export { INSTRUMENT } from './instrument';
export { MICROPHONE } from './microphone';
export { PAIR } from './pair';
export { READY } from './ready';
export { fieldsOf, schemaOf, withPart } from './record';
export { ROOM } from './room';
export { GROUPS, ITEMS, LIMITS, SESSION } from './session';
