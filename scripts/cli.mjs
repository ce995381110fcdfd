import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { buildCli, CLI_FOLDER, COMMANDS, isFresh } from './buildCli.mjs';

// Runs a command line from its build, which is made on first use and after changes.
const [name, ...rest] = process.argv.slice(2);
if (!COMMANDS.includes(name)) throw new Error(`There is no command ${name}.`);
if (!isFresh()) await buildCli();
const file = join(CLI_FOLDER, `${name}.mjs`);
process.argv = [process.argv[0], file, ...rest];
await import(pathToFileURL(file).href);
