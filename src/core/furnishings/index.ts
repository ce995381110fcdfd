export * from './furnishing';
