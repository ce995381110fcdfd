export * from './choose';
export * from './model';
export * from './reach';
