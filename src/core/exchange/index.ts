export * from './csv';
export * from './documents';
export * from './inputList';
export * from './tapeListCsv';
