export * from './arrival';
export * from './plan';
export * from './reflections';
