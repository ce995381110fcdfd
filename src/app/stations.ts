import type { Station } from './frame/station';

const found = import.meta.glob<{ station: Station }>('./features/*/station.ts', { eager: true });

/** Every station there is a folder for. */
export const STATIONS: readonly Station[] = Object.values(found).map(({ station }) => station);
