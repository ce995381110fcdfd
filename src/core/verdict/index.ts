export * from './corrections';
export * from './verdicts';
