export * from './fit';
export * from './frame';
export * from './image';
export * from './midSide';
export * from './picture';
