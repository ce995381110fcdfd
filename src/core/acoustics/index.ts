export * from './comb';
export * from './limits';
export * from './propagation';
