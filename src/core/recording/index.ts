export * from './loopback';
export * from './monitoring';
export * from './storage';
export * from './takeWriter';
