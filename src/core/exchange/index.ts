export * from './csv';
export * from './documents';
export * from './inputList';
