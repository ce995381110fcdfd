import { type ParseArgsConfig, parseArgs } from 'node:util';
import { sayCommand } from '../words/commands.page.en';
import { because, InputError } from './files';

/** What was typed, read against a command's options; `--help` and anything unknown end it with the usage. */
export function readArguments<T extends NonNullable<ParseArgsConfig['options']>>(options: T, usage: string) {
  try {
    const read = parseArgs({ allowPositionals: true, options: { ...options, help: { type: 'boolean', short: 'h' } } });
    if (!(read.values as { help?: boolean }).help) return read;
  } catch (error) {
    const what = error instanceof Error ? (error.message.split(/[.\n]/)[0] ?? '') : sayCommand('wrong-options');
    throw new InputError(`${what}. ${usage}`);
  }
  throw new Help(usage);
}

class Help extends Error {}

/** A whole number typed behind an option. */
export function wholeNumber(name: string, text: string, least: number, usage: string): number {
  const value = Number(text);
  if (!/^\d{1,9}$/.test(text) || value < least)
    throw new InputError(sayCommand('whole-number', { name, least: `${least}`, got: text.slice(0, 40), usage }));
  return value;
}

const oneLine = (text: string): string => text.replaceAll(/\s*\n\s*/g, ' ');

/** Nobody reads on (a closed pipe): nothing is wrong, there is only nothing left to say. */
const endQuietly = (error: NodeJS.ErrnoException): void => process.exit(error.code === 'EPIPE' ? 0 : 2);

/** What is said cannot be written down, as on a full disk: that much is said beside it. */
function endInALine(error: NodeJS.ErrnoException): void {
  if (error.code === 'EPIPE') process.exit(0);
  process.stderr.write(`${sayCommand('no-output', { why: because(error) })}\n`, () => process.exit(2));
}

/** Runs a command: exit 0 when it ran, 2 with one line on standard error when its input cannot be used, 1 when the program is at fault. */
export async function runCommand(main: () => Promise<void>): Promise<void> {
  process.stdout.on('error', endInALine);
  process.stderr.on('error', endQuietly);
  try {
    await main();
  } catch (error) {
    if (error instanceof Help) process.stdout.write(`${error.message}\n`);
    else if (error instanceof InputError) {
      process.stderr.write(`${oneLine(error.message)}\n`);
      process.exitCode = 2;
    } else {
      const { stack = '', message = 'unknown' } = error instanceof Error ? error : new Error(String(error));
      const where = /at (\w[\w.<>]*)/.exec(stack)?.[1] ?? 'somewhere';
      process.stderr.write(`${sayCommand('our-fault', { message: oneLine(message), where })}\n`);
      process.exitCode = 1;
    }
  }
}
