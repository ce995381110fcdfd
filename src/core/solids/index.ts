export { detourM, shadeDb, touches } from './shade';
export * from './solid';
export * from './wayIn';
