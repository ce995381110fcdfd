export * from './comb';
export * from './propagation';
