import { appendFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { checkTake, type TakeReport } from '../src/core/analysis';
import { bytesSource, openAudio } from '../src/core/audio';
import { loadFftKernel } from '../src/core/math';
import { floatWav, loadStrokes, type OpenOptions, type OpenTake, openTake, type Truth } from './openDrums';
import { loadPlayers, PLAYERS, playerTake } from './openPlayers';
import { PROCESSES, type Process, processed } from './processing';

/**
 * Takes of a plain renderer held against what the take check says of them, without a plan:
 * `npm run trials -- [--drums 300] [--players 50] [--seed 1] [--faults none,reversed,late] [--wide] [--astray]`. Wide takes are anything that happens:
 * two to sixteen channels, noisy, in live rooms. `--processed` takes went through compressors, gates, noise reduction, lossy coding, equalisers or
 * two recorders, in turn. `--astray` lists the sure arrivals that are wrong. `--claims FILE` writes down what was said with a probability.
 */
const { values } = parseArgs({
  options: {
    drums: { type: 'string', default: '100' },
    players: { type: 'string', default: '25' },
    seed: { type: 'string', default: '1' },
    faults: { type: 'string', default: 'none,reversed,late' },
    wide: { type: 'boolean', default: false },
    astray: { type: 'boolean', default: false },
    processed: { type: 'boolean', default: false },
    claims: { type: 'string' },
  },
});
const kernel = await loadFftKernel();

interface Tally {
  named: number;
  asked: number;
  silent: number;
  wrong: number;
  fix: number;
  improve: number;
  /** What was said with a probability, and whether it was so. */
  readonly claims: { probability: number; right: boolean }[];
}

/** How well clean takes were measured, arrival by arrival: those that the report is sure of. */
interface Accuracy {
  arrivals: number;
  right: number;
  within: number;
  /** By confidence, down to what the judge of signs looks at: how many, and how many of them the wrong way up. */
  readonly signs: { readonly from: number; count: number; wrong: number }[];
}
const CONFIDENCES = [0.85, 0.7, 0.55];
const SURE = 0.85;
/** Which drum a close microphone is nearest to. */
const OWN: Readonly<Record<string, string>> = {
  Kick: 'kick',
  Snare: 'snare',
  'Tom 1': 'tom high',
  'Floor tom': 'tom low',
  Hat: 'hat',
  'Kick out': 'kick',
  'Snare side': 'snare',
};

/** Adds up a report's sure arrivals against where the sounds came from; a source is the one that most of its arrivals fit. */
function measure(take: OpenTake, report: TakeReport, into: Accuracy): void {
  const index = (name: string): number => take.names.indexOf(name);
  for (const { spot, arrivals } of report.sources) {
    const sure = arrivals.filter(({ confidence }) => confidence >= SURE);
    const off = (source: Truth, { channel, delaySamples }: (typeof sure)[number]): number =>
      Math.abs((source.samples[index(channel)] ?? 0) - (source.samples[index(spot)] ?? 0) - delaySamples);
    const middle = (source: Truth): number => sure.map((arrival) => off(source, arrival)).sort((a, b) => a - b)[sure.length >> 1] ?? Infinity;
    // A hat that nobody else is near to is nearest to the snare's microphone: what most arrivals fit it is; of one or two the spot's own.
    const own = take.truth.find(({ name }) => name === OWN[spot]);
    if (sure.length < 3 && !own && take.truth.length > 1) continue;
    const source = sure.length < 3 && own ? own : take.truth.reduce((best, one) => (middle(one) < middle(best) ? one : best));
    const isRight = ({ channel, polarity }: (typeof sure)[number]): boolean =>
      (source.signs[index(channel)] ?? 1) * (source.signs[index(spot)] ?? 1) === polarity;
    for (const arrival of arrivals) {
      const bin = into.signs.find(({ from }) => arrival.confidence >= from);
      if (bin) bin.count++;
      if (bin && !isRight(arrival)) bin.wrong++;
    }
    for (const arrival of sure) {
      const within = off(source, arrival) <= 1;
      const right = isRight(arrival);
      into.arrivals++;
      if (within) into.within++;
      if (right) into.right++;
      if (values.astray && !(within && right))
        process.stdout.write(
          `  ${spot} to ${arrival.channel} of ${take.names.length}, by ${source.name}: ${right ? '' : 'upside down, '}${off(source, arrival).toFixed(1)} samples off, sure ${arrival.confidence.toFixed(2)}\n`,
        );
    }
  }
}

/** What is noted of one channel alone, and would be a question too many of a clean take. */
const NOTED: ReadonlySet<string> = new Set(['ticking', 'thumps', 'blown', 'dc-offset']);
/** What is stated with a probability. */
const STATED: ReadonlySet<string> = new Set(['polarity-reversed', 'late', 'early', 'question']);
const FAULT_CODE = { reversed: 'polarity-reversed', late: 'late', none: '' } as const;

async function judge(take: OpenTake, label: string, fault: OpenOptions['fault'], tally: Tally, accuracy: Accuracy): Promise<void> {
  const opened = await Promise.all(take.channels.map((samples, i) => openAudio(bytesSource(`${take.names[i]}.wav`, floatWav(samples)))));
  const report = await checkTake(
    opened.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel },
  );
  if (fault === 'none') measure(take, report, accuracy);
  const culprit = take.names[take.wrong];
  const told = report.findings.filter(({ severity, code }) => severity !== 'note' && code !== 'clocks-differ' && !(take.hums && code === 'hum'));
  tally.fix += told.filter(({ severity }) => severity === 'fix').length;
  tally.improve += told.length - told.filter(({ severity }) => severity === 'fix').length;
  if (fault === 'none') for (const { message } of told) process.stdout.write(`  told of a clean take, ${label}: ${message}\n`);
  const accused = report.findings.filter(({ code, severity }) => severity !== 'note' && (code === 'polarity-reversed' || code === 'late'));
  for (const { channels, code, probability } of accused)
    tally.claims.push({ probability: probability ?? 1, right: code === FAULT_CODE[fault] && channels[0] === culprit });
  for (const { channels, code, probability = 1, message } of report.findings) {
    if (fault === 'none' && NOTED.has(code)) process.stdout.write(`  noted of a clean take, ${label}: ${message}\n`);
    if (!STATED.has(code)) continue;
    const right = fault !== 'none' && (code === 'question' || code === FAULT_CODE[fault]) && channels.includes(culprit ?? '');
    if (values.claims)
      appendFileSync(
        values.claims,
        `${JSON.stringify({ fault, channels: take.names.length, code, probability, right, told: code !== 'question' })}\n`,
      );
    if (fault === 'none' && code === 'question') process.stdout.write(`  asked of a clean take, ${label}: ${message}\n`);
  }
  if (accused.some(({ channels, code }) => channels[0] !== culprit || code !== FAULT_CODE[fault])) tally.wrong++;
  else if (accused.length > 0) tally.named++;
  else if (report.findings.some(({ code }) => code === 'question')) tally.asked++;
  else tally.silent++;
}

async function walk(name: string, count: number, fault: OpenOptions['fault'], make: (options: OpenOptions) => OpenTake): Promise<void> {
  const tally: Tally = { named: 0, asked: 0, silent: 0, wrong: 0, fix: 0, improve: 0, claims: [] };
  const accuracy: Accuracy = { arrivals: 0, right: 0, within: 0, signs: CONFIDENCES.map((from) => ({ from, count: 0, wrong: 0 })) };
  for (let i = 0; i < count; i++) {
    const seed = Number(values.seed) * 10_000 + i;
    const process: Process = values.processed ? (PROCESSES[i % PROCESSES.length] ?? 'as it is') : 'as it is';
    const take = make({ seed, fault, wide: values.wide, ...(values.wide && { seconds: 9 }), ...(process === 'two recorders' && { seconds: 30 }) });
    await judge(processed(take, process, seed), `${name} ${seed} ${process}`, fault, tally, accuracy);
  }
  const { claims, ...counts } = tally;
  const mean = claims.reduce((sum, { probability }) => sum + probability, 0) / Math.max(1, claims.length);
  const right = claims.filter((claim) => claim.right).length / Math.max(1, claims.length);
  const stated = claims.length > 0 ? `; stated ${(100 * mean).toFixed(1)} %, right ${(100 * right).toFixed(1)} % of ${claims.length}` : '';
  const said = Object.entries(counts).map(([key, n]) => `${n} ${key}`);
  const share = (n: number): string => `${((100 * n) / Math.max(1, accuracy.arrivals)).toFixed(2)} %`;
  const measured =
    fault === 'none'
      ? `; ${accuracy.arrivals} sure arrivals: polarity right in ${share(accuracy.right)}, within a sample in ${share(accuracy.within)}; wrong way up of those from ${accuracy.signs.map(({ from, count, wrong }) => `${from}: ${wrong} of ${count}`).join(', ')}`
      : '';
  process.stdout.write(`${name}, ${fault}, ${count} takes: ${said.join(', ')}${stated}${measured}\n`);
}

const strokes = await loadStrokes();
const asked = new Set(values.faults.split(','));
for (const fault of (['none', 'reversed', 'late'] as const).filter((one) => asked.has(one)))
  await walk('drums', Number(values.drums), fault, (options) => openTake(strokes, options));
const sounds = await loadPlayers();
for (const player of PLAYERS)
  for (const fault of (['none', 'reversed'] as const).filter((one) => asked.has(one)))
    await walk(player, Number(values.players), fault, (options) => playerTake(sounds, player, options));
