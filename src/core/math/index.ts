export * from './biquad';
export * from './fft';
export * from './linear';
export { loadFftKernel } from './pffft';
export * from './random';
export * from './statistics';
export { ThreeUnknowns } from './threeUnknowns';
export * from './vec3';
