export { DeviceClient, type OpenWire } from './client';
export * from './conclude';
export * from './device';
export * from './finding';
export { isTapped, type Line, linesOf } from './line';
export * from './protocol';
export { type LineFault, readFaults } from './simulator/faults';
export { SimulatedRig } from './simulator/rig';
export * from './steps';
