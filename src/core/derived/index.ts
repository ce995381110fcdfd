export * from './derived';
