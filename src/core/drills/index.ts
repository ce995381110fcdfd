export * from './drill';
export * from './schedule';
