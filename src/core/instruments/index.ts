export { KIT_VARIANTS } from './drums/kits.data';
export { type KitPiece, PIECE_KINDS, type PieceKind } from './drums/pieces';
export * from './model';
export * from './registry';
export { directionFromRoom, directionToRoom, geometryToRoom, pointToRoom } from './stance';
