export * from './audioFile';
export * from './byteSource';
export type { AudioCode } from './codes';
export type { FlacPlatform } from './flac';

export { BYTES_PER_SAMPLE, FARTHEST, silenceDamage } from './samples';
export * from './soundNames';
export * from './wavWriter';
