import { asList } from '../units';
import { type LineCode, tell } from './codes';
import { contactFindings, crackles, isLoose } from './contacts';
import type { LineFinding } from './finding';
import { found, holderOf, isInPlace, secondWayFindings } from './holders';
import { hums, levelFindings, silenceFindings } from './levels';
import { isTapped, type Line } from './line';
import { freeInputOf, misplugged } from './misplugged';
import { saidFindings } from './saidFindings';
import { isToTryAgain, type LineNotes } from './steps';

/** Gain that rises and noise that does not by this: the knob is not the preamp's, dB. */
const ANSWERS_DB = 6;
/** An input with nothing in it hisses this much more than with a microphone: its own kilohms instead of some hundred ohms, dB. */
const OPEN_DB = 5;

/** Inputs whose gain did not do what it was told. */
const unmoved = (lines: readonly Line[], { answers }: LineNotes): Line[] =>
  lines.filter(({ inputId }) => (answers[inputId]?.riseDb ?? ANSWERS_DB) < ANSWERS_DB);

function answerFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  const dull = unmoved(lines, notes);
  if (dull.length === 0) return [];
  if (dull.length === lines.length) return [found('not answering', 'fix', [], tell('device-deaf'))];
  return [found('not answering', 'fix', dull, tell('gain-unmoved', { inputs: asList(dull.map(({ inputName }) => inputName)) }))];
}

/** Where nothing comes through: the cable, or the power of its bank. */
function silentFinding(line: Line, silent: readonly Line[], lines: readonly Line[], notes: LineNotes): LineFinding {
  const facts = { line: line.name, input: line.inputName };
  const cable = (code: LineCode): LineFinding => found('dead', 'fix', [line], tell(code, facts));
  if (!line.needsPower) return cable('silent');
  const { bank } = line;
  const dark = (code: LineCode, others: readonly Line[] = []): LineFinding =>
    found('no power', 'fix', [line], tell(code, { ...facts, bank: bank ?? '', others: asList(others.map(({ name }) => name)) }));
  if (bank === null) return dark('input-gives-no-power');
  const harmed = lines.filter((other) => other.bank === bank && other.forbidsPower);
  if (harmed.length > 0) return dark('bank-stays-off', harmed);
  const mates = lines.filter((other) => other.bank === line.bank && other.needsPower && other !== line);
  if (mates.some((mate) => !silent.includes(mate))) return cable('silent-though-powered');
  const answer = notes.answers[line.inputId];
  // Power off and all gain up: only an open input hisses more than a silent microphone lets it.
  const open = answer !== undefined && answer.noiseDbfs > line.idleNoiseDbfs + OPEN_DB;
  if (open && mates.length === 0) return cable('silent-as-if-open');
  return dark(notes.power[bank] === false ? 'bank-says-off' : 'bank-gives-none');
}

function tapFindings(lines: readonly Line[], notes: LineNotes, deaf: boolean): LineFinding[] {
  // One tap says where its own microphone is only beside the others.
  const own = lines.filter(isTapped);
  if (own.some(({ microphoneId }) => notes.taps[microphoneId] === undefined || isToTryAgain(microphoneId, notes))) return [];
  const holders = new Map(own.map((line) => [line, holderOf(line, lines, notes)] as const));
  const silent = own.filter((line) => holders.get(line) === null);
  const { out: astray, told } = misplugged(own, holders, lines, notes);
  const out: LineFinding[] = [...secondWayFindings(lines, notes), ...astray];
  for (const line of own) {
    const holder = holders.get(line);
    if (told.has(line) || holder === line) continue;
    if (holder === null) {
      const free = freeInputOf(line.microphoneId, lines, notes);
      if (free !== null) out.push(found('swapped', 'fix', [line], tell('in-a-free-input', { line: line.name, input: line.inputName })));
      // A device that does nothing lights nothing; what hums too loud to hear a knock is told to hum.
      else if (!(deaf && line.needsPower) && !hums(line, notes)) out.push(silentFinding(line, silent, lines, notes));
    } else if (holder === undefined) {
      // What crackles or is loose is told as that.
      if (!crackles(line, notes) && !isLoose(line, notes))
        out.push(found('question', 'note', [line], tell('heard-two-alike', { line: line.name, input: line.inputName })));
    } else
      out.push(
        found(
          'swapped',
          'fix',
          [line, holder],
          tell('in-its-input', { line: line.name, input: line.inputName, other: holder.name, otherInput: holder.inputName }),
        ),
      );
  }
  return out;
}

function signFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  const signed = lines.flatMap((line) => {
    const holder = holderOf(line, lines, notes);
    // A contact that opens may have cut the clap's beginning off.
    const isSure = !isLoose(line, notes) && !crackles(line, notes);
    const clapSign = isSure && holder && isInPlace(line, holder) ? (notes.taps[holder.microphoneId]?.[line.inputId]?.clapSign ?? null) : null;
    return clapSign === null ? [] : [{ line, clapSign }];
  });
  const [up, down] = [signed.filter(({ clapSign }) => clapSign === 1), signed.filter(({ clapSign }) => clapSign === -1)];
  if (down.length === 0 || up.length === 0 || signed.length < 2) return [];
  const names = (some: typeof signed): Line[] => some.map(({ line }) => line);
  const nameList = (some: typeof signed) => asList(some.map(({ line }) => line.name));
  if (signed.length === 2 || up.length === down.length)
    return [found('question', 'note', names(signed), tell('polarity-open', { count: down.length, lines: nameList(down), others: nameList(up) }))];
  const few = up.length < down.length ? up : down;
  return names(few).map((line) =>
    found('reversed', 'fix', [line], tell('polarity-reversed', { line: line.name, others: signed.length - few.length })),
  );
}

/** Lines that were heard in their place and of which no clap told which way up they are: pickups, and who did not clap. */
export const upUntold = (lines: readonly Line[], notes: LineNotes): Line[] =>
  lines.filter(
    (line) => isTapped(line) && holderOf(line, lines, notes) === line && (notes.taps[line.microphoneId]?.[line.inputId]?.clapSign ?? null) === null,
  );

/** Everything that the measurements of a line check say is wrong, the gravest first; it grows as more is measured. */
export function concludeLines(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  const refused = lines.filter((line) => line.forbidsPower && lines.some((other) => other.bank === line.bank && other.needsPower));
  const answer = answerFindings(lines, notes);
  const dull = unmoved(lines, notes);
  const deaf = lines.length > 0 && dull.length === lines.length;
  const taps = tapFindings(lines, notes, deaf);
  const misplaced = new Set(taps.filter(({ kind }) => kind !== 'question').flatMap(({ microphoneIds }) => microphoneIds));
  const inPlace = lines.filter((line) => ![line.microphoneId, line.secondOf ?? ''].some((id) => misplaced.has(id)) && !dull.includes(line));
  return [
    ...refused.map((line) => found('harmful power', 'fix', [line], tell('power-harms', { line: line.name }))),
    ...answer,
    ...taps,
    ...contactFindings(lines, notes),
    ...signFindings(lines, notes),
    ...saidFindings(inPlace, notes),
    ...levelFindings(inPlace, notes),
    ...silenceFindings(lines, inPlace, notes),
    ...(notes.timesLost > 0 ? [found('lost', 'improve', [], tell('lost-before-the-take', { times: notes.timesLost }))] : []),
  ];
}
