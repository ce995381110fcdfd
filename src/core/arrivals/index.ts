export * from './arrival';
export * from './bands';
export { copiesOf } from './copies';
export { type Arrival, speakerShare } from './paths';
export * from './plan';
export * from './reflections';
export { absorptionWith, diffuseEnergy, type Surroundings } from './roomSound';
export { SWAY_M, swayOf } from './sway';
