export type { InstrumentCode } from './codes';
export { KIT_VARIANTS } from './drums/kits.data';
export { type KitPiece, PIECE_KINDS, type PieceKind } from './drums/pieces';
export { choiceOf } from './family';
export { handed, handedLabel } from './handed';
export * from './model';
export { facingOf, geometryOf } from './placed';
export * from './registry';
export { directionFromRoom, directionToRoom, pointFromRoom, pointToRoom } from './stance';
