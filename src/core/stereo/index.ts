export * from './frame';
export * from './image';
