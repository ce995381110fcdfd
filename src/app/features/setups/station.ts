import type { Station } from '../../frame/station';

export const station: Station = { path: 'setups', label: 'Set-ups', order: null, load: async () => (await import('./View')).SetupsStation };
