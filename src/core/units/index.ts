export * from './facts';
export * from './format';
export * from './length';
export * from './level';
export * from './text';
export * from './told';
export * from './typed';
