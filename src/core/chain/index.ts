export * from './chain';
