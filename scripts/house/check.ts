import { execFileSync } from 'node:child_process';
import { circlesIn, type Import, importsOf } from './imports';
import { proseIn } from './prose';
import { CORE_PACKAGES, MAY_IMPORT, SIDE_DOORS } from './rules.data';

const isTest = (file: string): boolean => /\.test\.tsx?$/.test(file);

/** The folder that a file answers for: the longest of the table; a feature is a folder of its own. Null outside the table. */
function unitOf(file: string): string | null {
  const feature = /^src\/app\/features\/[^/]+/.exec(file)?.[0];
  if (feature) return feature;
  const folders = Object.keys(MAY_IMPORT).filter((folder) => file.startsWith(`${folder}/`));
  const longest = folders.sort((a, b) => b.length - a.length)[0] ?? null;
  // Files right under src/app are the page itself; a folder there needs a row of its own.
  return longest === 'src/app' && file.slice('src/app/'.length).includes('/') ? null : longest;
}

const allowedFor = (unit: string): readonly string[] => MAY_IMPORT[unit] ?? MAY_IMPORT[unit.replace(/[^/]+$/, '*')] ?? [];

/** Why a file may not import another; null when it may. */
function objection({ from, to, isPackage }: Import): string | null {
  const inCore = from.startsWith('src/core/');
  if (isPackage) return inCore && !CORE_PACKAGES.includes(to) ? 'the core does without that package' : null;
  const unit = unitOf(from);
  if (unit === null) return from.startsWith('src/') ? 'its folder has no row in scripts/house/rules.data.ts' : null;
  if (to.startsWith(`${unit}/`)) return null;
  if (!allowedFor(unit).some((place) => to === place || to.startsWith(`${place}/`))) return `${unit} may not import it`;
  const domain = /^src\/core\/[^/]+/.exec(to)?.[0];
  if (domain && to !== `${domain}/index.ts` && !SIDE_DOORS.includes(to)) return `a domain of the core is used through ${domain}/index.ts`;
  return null;
}

const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', 'src', 'demo'], { encoding: 'utf8' })
  .split('\n')
  .filter((file) => /\.(ts|tsx)$/.test(file) && !file.endsWith('.d.ts') && !isTest(file));
const imports = files.flatMap(importsOf);
const problems = [
  ...imports.flatMap((one) => {
    const why = objection(one);
    return why ? [`${one.from} imports ${one.to}: ${why}`] : [];
  }),
  ...proseIn(files),
  ...circlesIn(imports).map((circle) => `a circle of imports: ${circle.join(', ')}`),
];
for (const problem of problems) console.error(problem);
if (problems.length > 0) process.exitCode = 1;
else console.log(`${files.length} files, ${imports.length} imports: all in the directions of the table, no circles.`);
