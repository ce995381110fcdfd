export { addDelayed } from './fractionalDelay';
export * from './renderTake';
export { type StrokeKind, synthesiseStroke } from './strokes';
