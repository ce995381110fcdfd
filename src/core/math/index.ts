export * from './biquad';
export * from './fft';
export * from './linear';
export { loadFftKernel } from './pffft';
export * from './random';
export * from './statistics';
export * from './vec3';
