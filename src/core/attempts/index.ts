export * from './attempt';
export * from './changes';
export type { ChangeCode } from './codes';
export * from './report';
