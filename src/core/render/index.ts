export type { RenderCode } from './codes';
export type { Fault } from './fault';
export { addDelayed } from './fractionalDelay';
export { type Heard, heardBy } from './heard';
export * from './practice';
export * from './renderTake';
export { type ReadFrames, type Retiming, retimedPiece } from './retimed';
export { type StrokeKind, synthesiseStroke } from './strokes';
