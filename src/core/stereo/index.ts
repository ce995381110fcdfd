export * from './frame';
export * from './image';
export * from './picture';
