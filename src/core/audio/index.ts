export * from './audioFile';
export * from './byteSource';

export * from './wavWriter';
