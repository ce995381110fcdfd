import { median } from '../math';
import { formatNumber, listed } from '../units';
import type { LineFinding } from './finding';
import { found, holderOf, isInPlace, secondWayFindings } from './holders';
import { isTapped, type Line } from './line';
import { isToTryAgain, type LineNotes } from './steps';

/** Gain that rises and noise that does not by this: the knob is not the preamp's, dB. */
const ANSWERS_DB = 6;
/** An input with nothing in it hisses this much more than with a microphone: its own kilohms instead of some hundred ohms, dB. */
const OPEN_DB = 5;
/** Levels are a model: what is off by less is the player, dB. */
const OFF_DB = 9;
const NOISY_DB = 12;
/** Hum under this is nobody's trouble, dBFS. */
const HUM_DBFS = -85;

/** Inputs whose gain did not do what it was told. */
const unmoved = (lines: readonly Line[], { answers }: LineNotes): Line[] =>
  lines.filter(({ inputId }) => (answers[inputId]?.riseDb ?? ANSWERS_DB) < ANSWERS_DB);

function answerFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  const dull = unmoved(lines, notes);
  if (dull.length === 0) return [];
  if (dull.length === lines.length)
    return [
      found(
        'not answering',
        'fix',
        [],
        'The device takes commands and does nothing: its gain was moved and its meters were not. Look whether another program holds it, whether it is the device that is plugged in, switch it off and on, and check again.',
      ),
    ];
  return [
    found(
      'not answering',
      'fix',
      dull,
      `Input ${listed(dull.map(({ inputName }) => inputName))} did not follow its gain: a knob or a switch on the device itself rules it. Set it there, then check again.`,
    ),
  ];
}

/** Where nothing comes through: the cable, or the power of its bank. */
function silentFinding(line: Line, silent: readonly Line[], lines: readonly Line[], notes: LineNotes): LineFinding {
  const cable = (why: string): LineFinding =>
    found(
      'dead',
      'fix',
      [line],
      `${line.name} is silent${why}: try its cable on another microphone, then its input; look whether the microphone has a switch.`,
    );
  if (!line.needsPower) return cable('');
  const { bank } = line;
  const dark = (why: string): LineFinding => found('no power', 'fix', [line], `${line.name} is silent, and it needs power: ${why}`);
  if (bank === null) return dark(`input ${line.inputName} gives none. Use another input, or a supply of its own.`);
  const harmed = lines.filter((other) => other.bank === bank && other.forbidsPower);
  if (harmed.length > 0)
    return dark(`bank ${bank} stays off for ${listed(harmed.map(({ name }) => name))}. Move one of them to another bank in Patch.`);
  const mates = lines.filter((other) => other.bank === line.bank && other.needsPower && other !== line);
  if (mates.some((mate) => !silent.includes(mate))) return cable(', and power is on in its bank, for others there are heard');
  const answer = notes.answers[line.inputId];
  // Power off and all gain up: only an open input hisses more than a silent microphone lets it.
  const open = answer !== undefined && answer.noiseDbfs > line.idleNoiseDbfs + OPEN_DB;
  if (open && mates.length === 0) return cable(', and its input hisses as one with nothing in it');
  return dark(
    `bank ${bank} ${notes.power[bank] === false ? 'says that it is off' : 'says that it is on and gives none'}. Monitors down, switch it off, wait ten seconds, switch it on again; if nothing comes, plug it into another bank or give it a supply of its own.`,
  );
}

const hums = (line: Line, { silence }: LineNotes): boolean => (silence[line.inputId]?.hum?.levelDbfs ?? -200) > HUM_DBFS;

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
function freeInputOf(microphoneId: string, lines: readonly Line[], { taps }: LineNotes): string | null {
  const heard = Object.entries(taps[microphoneId] ?? {}).filter(([, tap]) => tap.heard);
  const loudest = heard.sort(([, a], [, b]) => b.peakDbfs - a.peakDbfs)[0]?.[0];
  return loudest !== undefined && !lines.some(({ inputId }) => inputId === loudest) ? loudest : null;
}

/** Plugs that are not where they should be: two exchanged, a ring of more, a row that sits one further. Each is one finding. */
function misplugged(own: readonly Line[], holders: ReadonlyMap<Line, Line | null | undefined>, lines: readonly Line[], notes: LineNotes) {
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
      if (free !== null)
        out.push(
          found(
            'swapped',
            'fix',
            [line],
            `${line.name} is in an input that the patch leaves free: plug it into input ${line.inputName}, power off first.`,
          ),
        );
      // A device that does nothing lights nothing; what hums too loud to hear a knock is told to hum.
      else if (!(deaf && line.needsPower) && !hums(line, notes)) out.push(silentFinding(line, silent, lines, notes));
    } else if (holder === undefined) {
      // What crackles or is loose is told as that.
      if (!crackles(line, notes) && !isLoose(line, notes))
        out.push(
          found(
            'question',
            'note',
            [line],
            `Input ${line.inputName} heard two microphones about as loud: tap ${line.name} again, by itself, on its body.`,
          ),
        );
    } else
      out.push(
        found(
          'swapped',
          'fix',
          [line, holder],
          `Input ${line.inputName} has ${holder.name} where ${line.name} should be: plug ${holder.name} into input ${holder.inputName}, power off first.`,
        ),
      );
  }
  return out;
}

/** So many crackles in six seconds, or cuts while playing, are a contact and no chance. */
const CRACKLES = 3;
const CUTS = 2;
const crackles = (line: Line, notes: LineNotes): boolean => (notes.crackles[line.inputId] ?? 0) >= CRACKLES;
const isLoose = (line: Line, notes: LineNotes): boolean => (notes.cuts[line.inputId] ?? 0) >= CUTS;

/** Contacts: what crackles in silence, what is cut off while it sounds. */
function contactFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  return lines.flatMap((line): LineFinding[] => {
    if (isLoose(line, notes))
      return [
        found(
          'loose',
          'fix',
          [line],
          `${line.name} cuts out and comes back: a contact is loose. Power off, then another cable; move the plugs at both ends and listen.`,
        ),
      ];
    return crackles(line, notes)
      ? [
          found(
            'crackle',
            'fix',
            [line],
            `${line.name} crackles: ${notes.crackles[line.inputId]} times in six seconds of silence. Power off, then another cable; clean the contacts, keep it dry.`,
          ),
        ]
      : [];
  });
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
  if (signed.length === 2 || up.length === down.length)
    return [
      found(
        'question',
        'note',
        names(signed),
        `${listed(names(down).map(({ name }) => name))} ${down.length === 1 ? 'has' : 'have'} opposite polarity to ${listed(names(up).map(({ name }) => name))}, and it is not settled whose is reversed: exchange one cable and tap again. A clap in front pushes first, so look at ${listed(names(down).map(({ name }) => name))} first.`,
      ),
    ];
  const few = up.length < down.length ? up : down;
  return names(few).map((line) =>
    found(
      'reversed',
      'fix',
      [line],
      `The polarity of ${line.name} is reversed: its first swing goes against the other ${signed.length - few.length}. Take another cable, or invert it in the mix and write that down.`,
    ),
  );
}

/** Lines that were heard in their place and of which no clap told which way up they are: pickups, and who did not clap. */
export const upUntold = (lines: readonly Line[], notes: LineNotes): Line[] =>
  lines.filter(
    (line) => isTapped(line) && holderOf(line, lines, notes) === line && (notes.taps[line.microphoneId]?.[line.inputId]?.clapSign ?? null) === null,
  );

/** How far a line's loudest peak is from the predicted, dB; null where it was not measured. */
export const offBy = (line: Line, notes: LineNotes): number | null => {
  const played = notes.played[line.inputId];
  return played === undefined ? null : played - line.predictedPeakDbfs;
};

/** Pads as they are made (common practice), and how near a level must be to one of them, dB. */
const PADS_DB = [10] as const;
const PAD_WITHIN_DB = 2;

/** Playing that stands out of the noise by less says nothing of a gain, dB. */
const AUDIBLE_DB = 20;

/** Lines that knocks proved and that the playing did not reach: their levels were not told. */
const unplayed = (lines: readonly Line[], { played, silence }: LineNotes): Line[] =>
  lines.filter(({ inputId }) => (played[inputId] ?? Number.POSITIVE_INFINITY) < (silence[inputId]?.noiseDbfs ?? -200) + AUDIBLE_DB);

function levelFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  const soft = unplayed(lines, notes);
  const heard = lines.flatMap((line) => {
    const off = offBy(line, notes);
    return off === null || soft.includes(line) ? [] : [{ line, off }];
  });
  const missed = soft.map((line) =>
    found(
      'question',
      'note',
      [line],
      `${line.name} hardly heard the playing: play what it is there for, as loudly as in the take, and do that step again.`,
    ),
  );
  if (heard.length === 0) return missed;
  // A player who plays louder than planned does so in every microphone; of one or two that are off alike it is not told whose it is.
  const offs = heard.map(({ off }) => off);
  const alike = Math.max(...offs) - Math.min(...offs) <= OFF_DB;
  const common = heard.length >= 3 || alike ? median(offs) : 0;
  const wrong = heard.filter(({ off }) => Math.abs(off - common) > OFF_DB);
  return [
    ...missed,
    ...wrong.map(({ line, off }) => {
      const by = formatNumber(Math.abs(off - common), 0);
      const high = off > common;
      if (PADS_DB.some((padDb) => Math.abs(off - common + padDb) <= PAD_WITHIN_DB) && !line.pad)
        return found(
          'pad',
          'fix',
          [line],
          `${line.name} comes ${by} dB softer than planned, as with a pad left in: look at the switch on the microphone, at input ${line.inputName} and at what stands between.`,
        );
      return found(
        'wrong gain',
        'fix',
        [line],
        `${line.name} comes ${by} dB ${high ? 'hotter' : 'softer'} than planned: its preamp is not at ${formatNumber(line.gainDb, 0)} dB. ${high ? 'Turn it down' : 'Turn it up'} by ${by} dB at the device, and look at the pad of input ${line.inputName} and of the microphone.`,
      );
    }),
    ...(Math.abs(common) > OFF_DB
      ? [
          found(
            'wrong gain',
            'note',
            [],
            `All of it is ${formatNumber(Math.abs(common), 0)} dB ${common > 0 ? 'louder' : 'softer'} than planned: it is played so, or ${heard.length === 1 ? 'its gain is' : 'all gains are'} elsewhere. Turn ${heard.length === 1 ? 'it' : 'every gain'} by as much.`,
          ),
        ]
      : []),
  ];
}

function silenceFindings(lines: readonly Line[], inPlace: readonly Line[], notes: LineNotes): LineFinding[] {
  return lines.flatMap((line): LineFinding[] => {
    const heard = notes.silence[line.inputId];
    if (!heard) return [];
    if (heard.hum && hums(line, notes))
      return [
        found(
          'hum',
          'fix',
          [line],
          `${line.name} hums at ${heard.hum.mainsHz} Hz, ${formatNumber(heard.hum.levelDbfs, 0)} dBFS: lead its cable away from power leads and dimmers, try another cable, plug everything into one outlet; never lift the safety earth.`,
        ),
      ];
    const over = heard.noiseDbfs - line.predictedNoiseDbfs;
    if (!inPlace.includes(line) || over <= NOISY_DB || crackles(line, notes)) return [];
    return heard.isEven
      ? [
          found(
            'hiss',
            'fix',
            [line],
            `${line.name} hisses evenly, ${formatNumber(over, 0)} dB over what it should: try another cable and another input; look at what stands between, and let a condenser dry.`,
          ),
        ]
      : [
          found(
            'noise',
            'improve',
            [line],
            `${line.name} is at ${formatNumber(heard.noiseDbfs, 0)} dBFS in silence, ${formatNumber(over, 0)} dB over what it should be: listen to it alone, look for a fan, an open plug or a tired cable.`,
          ),
        ];
  });
}

/** What a person said of a line, and what to do. */
function saidFindings(lines: readonly Line[], { said }: LineNotes): LineFinding[] {
  return lines.flatMap((line) =>
    (said[line.inputId] ?? []).map((what): LineFinding => {
      const { name } = line;
      switch (what) {
        case 'hums':
          return found(
            'hum',
            'fix',
            [line],
            `${name} hums: keep its cable away from power leads and dimmers, try another cable, plug everything into one outlet; never lift the safety earth.`,
          );
        case 'hisses':
          return found('hiss', 'fix', [line], `${name} hisses: try another cable and another input, and look at what stands between.`);
        case 'crackles':
          return found('crackle', 'fix', [line], `${name} crackles: power off, then another cable; clean the contacts, keep it dry.`);
        case 'hot':
          return found(
            'wrong gain',
            'fix',
            [line],
            `${name} is too hot: turn input ${line.inputName} down until its peaks are near ${formatNumber(line.predictedPeakDbfs, 0)} dBFS.`,
          );
        case 'soft':
          return found(
            'wrong gain',
            'fix',
            [line],
            `${name} is too soft: turn input ${line.inputName} up until its peaks are near ${formatNumber(line.predictedPeakDbfs, 0)} dBFS, and look for a pad that is in.`,
          );
      }
    }),
  );
}

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
    ...refused.map((line) =>
      found(
        'harmful power',
        'fix',
        [line],
        `${line.name} must never get phantom power, and another microphone on the same switch needs it: the switch stays off. Move one of them in Patch.`,
      ),
    ),
    ...answer,
    ...taps,
    ...contactFindings(lines, notes),
    ...signFindings(lines, notes),
    ...saidFindings(inPlace, notes),
    ...levelFindings(inPlace, notes),
    ...silenceFindings(lines, inPlace, notes),
    ...(notes.timesLost > 0
      ? [
          found(
            'lost',
            'improve',
            [],
            `The connection to the device was lost ${notes.timesLost === 1 ? 'once' : `${notes.timesLost} times`}: take another cable and a port of the computer itself, no hub, before the take.`,
          ),
        ]
      : []),
  ];
}
