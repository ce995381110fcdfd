export { addDelayed } from './fractionalDelay';
export { type Heard, heardBy } from './heard';
export * from './renderTake';
export { shiftedPiece } from './shifted';
export { type StrokeKind, synthesiseStroke } from './strokes';
