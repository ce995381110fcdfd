export * from './phrases';
export * from './touch';
export * from './voices';
