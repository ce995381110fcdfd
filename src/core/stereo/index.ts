export * from './image';
