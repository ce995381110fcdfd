import type { Station } from '../../frame/station';

export const station: Station = { path: 'ears', label: 'Ears', order: null, load: async () => (await import('./View')).EarsStation };
