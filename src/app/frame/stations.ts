/** The stops of the line, in the order of the day. */
export const STATIONS = [
  { path: 'floor', name: 'Floor' },
  { path: 'tape', name: 'Tape' },
  { path: 'patch', name: 'Patch' },
  { path: 'check', name: 'Check' },
  { path: 'sheet', name: 'Sheet' },
] as const;
