export * from './tapeList';
