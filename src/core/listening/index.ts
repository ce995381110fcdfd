export * from './chance';
export * from './dry';
export * from './impulses';
export * from './level';
export * from './loopPlayer';
export * from './loopRenderer';
export * from './mix';
export * from './scene';
