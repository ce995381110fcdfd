import type { MicrophoneId } from '../ids';
import { asList } from '../units';
import { tell } from './codes';
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
    const plugs = row.map((line) => tell('plug-into', { line: line.name, input: line.inputName }));
    out.push(
      row.length === 2 && isRing
        ? found('swapped', 'fix', row, tell('exchanged', { lines: asList(names), inputs: asList(row.map(({ inputName }) => inputName)) }))
        : found('swapped', 'fix', row, tell(isRing ? 'in-a-ring' : 'one-off', { lines: asList(names), plugs: asList(plugs) })),
    );
  }
  return { out, told };
}
