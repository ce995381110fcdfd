export * from './phrases';
export * from './voices';
