import type { MicrophoneId } from '../ids';
import { listed } from '../units';
import type { LineFinding } from './finding';
import { found } from './holders';
import type { Line } from './line';
import type { LineNotes } from './steps';

/** Lines in the order of their inputs that a walk along "who is in my input" passes, from one to where it ends or comes round. */
function walkFrom(start: Line, holders: ReadonlyMap<Line, Line | null | undefined>): { readonly lines: readonly Line[]; readonly isClosed: boolean } {
  const lines: Line[] = [start];
  for (let at = holders.get(start); at; at = holders.get(at)) {
    if (lines.includes(at)) return { lines, isClosed: at === start };
    lines.push(at);
  }
  return { lines, isClosed: false };
}

/** The input, of all the device has, that heard a microphone loudest, where the patch leaves it free; null where none did. */
export function freeInputOf(microphoneId: MicrophoneId, lines: readonly Line[], { taps }: LineNotes): string | null {
  const heard = Object.entries(taps[microphoneId] ?? {}).filter(([, tap]) => tap.heard);
  const loudest = heard.sort(([, a], [, b]) => b.peakDbfs - a.peakDbfs)[0]?.[0];
  return loudest !== undefined && !lines.some(({ inputId }) => inputId === loudest) ? loudest : null;
}

/** Plugs that are not where they should be: two exchanged, a ring of more, a row that sits one further. Each is one finding. */
export function misplugged(own: readonly Line[], holders: ReadonlyMap<Line, Line | null | undefined>, lines: readonly Line[], notes: LineNotes) {
  const told = new Set<Line>();
  const out: LineFinding[] = [];
  const isElsewhere = (line: Line): boolean => [...holders].some(([other, holder]) => holder === line && other !== line);
  const astray = own.filter((line) => {
    const holder = holders.get(line);
    return holder !== undefined && holder !== null && holder !== line;
  });
  // A row begins where a microphone is heard in no input of the patch; what is left are rings.
  const starts = [...astray.filter((line) => !isElsewhere(line)), ...astray];
  for (const start of starts) {
    if (told.has(start)) continue;
    const { lines: row, isClosed } = walkFrom(start, holders);
    const last = row.at(-1) as Line;
    const free = isClosed ? null : freeInputOf(start.microphoneId, lines, notes);
    // The input at its end is silent and the first is heard nowhere: it sits there, and has no power there or a dead cable.
    const isRing = isClosed || (holders.get(last) === null && free === null);
    if (!isClosed && holders.get(last) !== null) continue;
    for (const line of row) told.add(line);
    const names = row.map(({ name }) => name);
    const plugs = row.map((line) => `${line.name} into input ${line.inputName}`);
    out.push(
      row.length === 2 && isRing
        ? found(
            'swapped',
            'fix',
            row,
            `${names[0]} and ${names[1]} are in each other’s inputs: exchange their plugs at inputs ${row.map(({ inputName }) => inputName).join(' and ')}, power off first.`,
          )
        : found(
            'swapped',
            'fix',
            row,
            `${listed(names)} are ${isRing ? 'plugged in a ring, each in the input of the next' : 'all one input off'}: power off, then plug ${listed(plugs)}.`,
          ),
    );
  }
  return { out, told };
}
