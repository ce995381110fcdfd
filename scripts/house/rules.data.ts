/**
 * Which folder may import which: one table, an allow-list. A folder that is not in it may import nothing, so that a new one is
 * guarded from its first file.
 */

/** Folders of the core in layers: each may import itself and every layer above it. */
const CORE_LAYERS: readonly (readonly string[])[] = [
  ['units', 'ids', 'chain', 'derived'],
  ['math'],
  ['acoustics'],
  ['solids'],
  ['microphones', 'instruments', 'room', 'furnishings'],
  ['stands'],
  ['arrivals'],
  ['stereo', 'setups', 'audio'],
  ['checks', 'tape', 'patch', 'evidence'],
  ['optimise', 'analysis'],
  ['render', 'synthesis', 'recording'],
  ['listening'],
  ['document'],
  ['planning'],
  ['verdict'],
  ['exchange', 'drills', 'lineCheck'],
  ['attempts'],
];

const core = CORE_LAYERS.flatMap((layer, depth) =>
  layer.map(
    (folder) =>
      [
        `src/core/${folder}`,
        CORE_LAYERS.slice(0, depth)
          .flat()
          .map((other) => `src/core/${other}`),
      ] as const,
  ),
);

/** Folder to the places it may import, besides itself. "src/core" stands for all of it. */
export const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  ...Object.fromEntries(core),
  demo: ['src/core'],
  'src/words': ['src/core'],
  'src/workers': ['src/core', 'src/words'],
  'src/cli': ['src/core', 'src/words'],
  'src/server': ['src/core', 'src/words'],
  'src/app/components': ['src/core', 'src/words'],
  'src/app/theme': [],
  'src/app/db': ['src/core', 'src/words', 'src/app/components/newId.ts', 'src/app/components/inPieces.ts'],
  'src/app/listening': ['src/core', 'src/words', 'src/workers', 'src/app/components', 'src/app/stores'],
  'src/app/capture': ['src/core', 'src/words', 'src/workers', 'src/app/components'],
  'src/app/stores': ['src/core', 'src/words', 'src/workers', 'src/app/db', 'src/app/components'],
  'src/app/drawing': ['src/core', 'src/words', 'src/app/components', 'src/app/stores'],
  'src/app/frame': ['src/core', 'src/words', 'src/app/components', 'src/app/capture', 'src/app/stores', 'src/app/db', 'src/app/stations.ts'],
  // Each feature is a folder of its own: see `unitOf`.
  'src/app/features/*': [
    'src/core',
    'src/workers',
    'demo',
    'src/app/capture',
    'src/app/listening',
    'src/app/components',
    'src/app/drawing',
    'src/app/stores',
    'src/app/db',
    'src/app/frame',
    'src/words',
  ],
  'src/app': ['src/app', 'src/words'],
};

/** Files of a domain of the core that may be imported past its index: they bring a binary that few want, or go where nothing else may. */
export const SIDE_DOORS: readonly string[] = ['src/core/patch/highs.ts', 'src/core/listening/loopPlayer.ts'];

/** Packages the core may use; everything else belongs to the application. */
export const CORE_PACKAGES: readonly string[] = ['joi', 'highs', 'munkres', '@echogarden/pffft-wasm', 'libflacjs'];

/** Files and folders that say nothing themselves: the core's give codes and facts, the page's a code of their domain; `src/words` says them. All of the core, in the end. */
export const WITHOUT_PROSE: readonly string[] = ['src/core/', 'src/workers/', 'src/cli/', 'src/app/'];

/** Files of the core that hold words all the same: names and what is stored, texts of data, and what is told of a file by its fields. */
export const WITH_WORDS: readonly string[] = [
  '.data.ts',
  'src/cli/audit',
  'src/core/document/gearSchema.ts',
  'src/core/document/invariants.ts',
  'src/core/document/records/',
  'src/core/document/references.ts',
  'src/core/document/session.ts',
  'src/core/instruments/',
  'src/core/lineCheck/protocol.ts',
  'src/core/patch/device.ts',
  'src/core/planning/proposals.ts',
  'src/core/synthesis/touch.ts',
];
