export * from './audioFile';
export * from './byteSource';
export type { FlacPlatform } from './flac';

export { FARTHEST, silenceDamage } from './samples';
export * from './wavWriter';
