import { parseArgs } from 'node:util';
import { COMMAND_NAMES, noWalk, walkCommands } from './commandWalk';

// The seeded trials in full; `npm test` runs a sample of each.
const { values } = parseArgs({
  options: { sequences: { type: 'string', default: '20000' }, steps: { type: 'string', default: '50' }, seed: { type: 'string', default: '1' } },
});
const [sequences, steps, first] = [values.sequences, values.steps, values.seed].map(Number) as [number, number, number];

const counts = noWalk();
const wrong: string[] = [];
for (let seed = first; seed < first + sequences; seed++) {
  const found = walkCommands(seed, steps, counts);
  if (found) wrong.push(found);
}
const unused = COMMAND_NAMES.filter((name) => !counts.used.get(name));
console.log(
  `Commands: ${sequences} sequences from seed ${first}, ${counts.steps} steps: ${counts.changed} changed, ${counts.same} changed nothing, ${counts.refused} refused, ${counts.travelled} undone or redone; ${COMMAND_NAMES.length - unused.length} of ${COMMAND_NAMES.length} commands used; ${wrong.length} failures`,
);
for (const line of wrong.slice(0, 20)) console.log(`  ${line}`);
if (wrong.length) process.exitCode = 1;
