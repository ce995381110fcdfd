export { MICROPHONE_CATALOGUE } from './catalogue.data';
export * from './model';
export * from './pattern';
export * from './proximity';
