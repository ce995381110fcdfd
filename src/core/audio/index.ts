export * from './audioFile';
export * from './byteSource';
export { type AudioInfo, readWavHeader } from './wavHeader';
export * from './wavWriter';
