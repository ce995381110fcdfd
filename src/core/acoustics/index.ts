export * from './bands';
export * from './colour';
export * from './comb';
export * from './diffraction';
export * from './disc';
export * from './exposure';
export * from './limits';
export * from './propagation';
