export { type TableCode, tell as tableTold } from './codes';
export * from './csv';
export * from './documents';
export * from './importPlan';
export * from './inputList';
export * from './lists';
export * from './takeReport';
export * from './tapeListCsv';
