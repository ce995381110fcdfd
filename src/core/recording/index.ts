export * from './loopback';
export * from './monitoring';
export * from './silence';
export * from './storage';
export * from './takeWriter';
