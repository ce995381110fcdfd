export * from './arrival';
export * from './bands';
export { copiesOf } from './copies';
export * from './plan';
export * from './reflections';
export { diffuseEnergy, type Surroundings } from './roomSound';
export { SWAY_M, swayOf } from './sway';
