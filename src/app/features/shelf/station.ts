import type { Station } from '../../frame/station';

export const station: Station = { path: 'shelf', label: 'Shelf', order: null, load: async () => (await import('./SessionShelf')).SessionShelf };
