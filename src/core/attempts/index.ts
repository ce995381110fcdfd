export * from './attempt';
export * from './changes';
export * from './report';
