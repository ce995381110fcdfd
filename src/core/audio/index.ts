export * from './audioFile';
export * from './byteSource';

export { FARTHEST, silenceDamage } from './samples';
export * from './wavWriter';
