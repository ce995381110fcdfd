import { type ArrivalTable, arrivalTable, type Plan } from '../arrivals';
import { type MicrophoneId, sourceKey } from '../ids';
import { behindLowCuts, createRandom, type Random } from '../math';
import { peakTargetOf } from '../patch';
import { amplitudeRatioFromDb } from '../units';
import { disturb } from './disturb';
import type { Fault } from './fault';
import { addDelayed } from './fractionalDelay';
import { coloured, type Heard, heardBy, inBands } from './heard';
import { strokeKindOf, synthesiseStroke } from './strokes';

export interface RenderOptions {
  readonly seed: number;
  /** Rounds through all sources; each round strikes every source `strokesPerRound` times. */
  readonly rounds?: number;
  /** Time from a stroke to the next, seconds, a little uneven; 0.46 where it is not said. */
  readonly everyS?: number;
  readonly reflections?: boolean;
  /** Noise of room and microphone together, dB SPL. */
  readonly noiseSplDb?: number;
  readonly faults?: readonly Fault[];
}

export interface TrueArrival {
  readonly source: string;
  readonly microphone: string;
  readonly delaySamples: number;
  readonly polarity: 1 | -1;
  readonly levelDb: number;
}

export interface RenderedTake {
  readonly sampleRateHz: number;
  readonly channels: readonly { readonly microphoneId: MicrophoneId; readonly name: string; readonly samples: Float32Array }[];
  readonly truth: {
    readonly seed: number;
    readonly sampleRate: number;
    readonly strokes: readonly { readonly source: string; readonly atSample: number }[];
    readonly arrivals: readonly TrueArrival[];
    readonly faults: readonly Fault[];
  };
}

function addScaled(out: Float32Array, signal: Float32Array, gain: number): void {
  for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + gain * (signal[i] as number);
}

/** One stroke as one microphone gets it, along every path. */
function heardStroke(stroke: Float32Array, bands: readonly Float32Array[], copies: readonly Heard[]): Float32Array {
  const longest = Math.max(0, ...copies.map((copy) => copy.delaySamples));
  const out = new Float32Array(stroke.length + Math.ceil(longest) + 40);
  const mixed = new Float32Array(stroke.length);
  for (const { delaySamples, gains } of copies) {
    if (gains.length > 1) {
      // The bands of one copy are as late as each other: they are added first and delayed together.
      mixed.fill(0);
      for (const [b, gain] of gains.entries()) addScaled(mixed, bands[b] as Float32Array, gain);
      addDelayed(out, mixed, delaySamples, 1);
    } else addDelayed(out, stroke, delaySamples, gains[0] as number);
  }
  return out;
}

interface Stroke {
  readonly source: number;
  readonly atSample: number;
  readonly velocity: number;
}

const EVERY_S = 0.46;

/** Strokes one after another, every source in turn, some time apart, with a player's small unevenness. */
function score(sources: number, rounds: number, everyS: number, rate: number, random: Random): Stroke[] {
  const strokes: Stroke[] = [];
  let at = 0.6 * rate;
  for (let round = 0; round < rounds; round++)
    for (let source = 0; source < sources; source++) {
      strokes.push({ source, atSample: Math.round(at), velocity: random.between(0.75, 1) });
      at += rate * (everyS + random.between(-0.04, 0.04));
    }
  return strokes;
}

/** The plan with every stand where a fault has it. */
const asItStands = (plan: Plan, faults: readonly Fault[]): Plan => {
  const moved = faults.flatMap((fault) => (fault.kind === 'elsewhere' ? [fault] : []));
  if (moved.length === 0) return plan;
  return {
    ...plan,
    microphones: plan.microphones.map((one) => ({
      ...one,
      positionM: moved.find(({ microphoneId }) => microphoneId === one.id)?.positionM ?? one.positionM,
    })),
  };
};

/** The name of a microphone's channel: its own, or that of the one it was exchanged with. */
function calledAs({ microphones }: Plan, { id, name }: Plan['microphones'][number], faults: readonly Fault[]): string {
  for (const fault of faults) {
    if (fault.kind !== 'exchanged') continue;
    const other = fault.microphoneId === id ? fault.otherId : fault.otherId === id ? fault.microphoneId : null;
    if (other !== null) return microphones.find((one) => one.id === other)?.name ?? name;
  }
  return name;
}

/** A take that is rendered channel by channel. */
interface Rendering {
  readonly plan: Plan;
  readonly table: ArrivalTable;
  readonly strokes: readonly Stroke[];
  /** The channel of a microphone, by its place in the plan; noise is drawn from the random numbers handed in. */
  channel(m: number, random: Random): RenderedTake['channels'][number];
}

function rendering(planned: Plan, options: RenderOptions, random: Random): Rendering {
  const faults = options.faults ?? [];
  const plan = asItStands(planned, faults);
  const rate = plan.sampleRateHz;
  const table = arrivalTable(plan);
  const strokes = score(plan.sources.length, options.rounds ?? 3, options.everyS ?? EVERY_S, rate, random);
  const length = (strokes[strokes.length - 1]?.atSample ?? 0) + Math.round(1.1 * rate);
  const signals = plan.sources.map((source, s) =>
    coloured(synthesiseStroke(strokeKindOf(source.id), rate, options.seed + 101 * (s + 1)), source.spectrumDb, rate),
  );
  const split = signals.map((signal) => inBands(signal, rate));
  const channel = (m: number, noiseFrom: Random): RenderedTake['channels'][number] => {
    const microphone = plan.microphones[m] as Plan['microphones'][number];
    const targetDbfs = peakTargetOf(plan, microphone.id);
    const loudestDb = Math.max(...(table.rows[m] ?? []).map((arrival) => arrival.levelDb));
    const heard = signals.map((signal, s) =>
      heardStroke(
        signal,
        split[s] as Float32Array[],
        heardBy(table, m, s, amplitudeRatioFromDb(targetDbfs - loudestDb), options.reflections ?? true),
      ),
    );
    const samples = new Float32Array(length);
    const late = faults.reduce((sum, fault) => sum + (fault.kind === 'late' && fault.microphoneId === microphone.id ? fault.samples : 0), 0);
    const reversed = faults.some((fault) => fault.kind === 'reversed' && fault.microphoneId === microphone.id);
    for (const stroke of strokes)
      addDelayed(samples, heard[stroke.source] as Float32Array, stroke.atSample + late, stroke.velocity * (reversed ? -1 : 1));
    const noise = amplitudeRatioFromDb((options.noiseSplDb ?? 34) - loudestDb + targetDbfs);
    for (let i = 0; i < length; i++) samples[i] = (samples[i] as number) + noise * noiseFrom.normal();
    const { lowCutHz } = microphone;
    for (const { kind, microphoneId } of faults) if (microphoneId === microphone.id) disturb(samples, kind, rate);
    return {
      microphoneId: microphone.id,
      name: calledAs(plan, microphone, faults),
      samples: lowCutHz ? behindLowCuts(samples, rate, [lowCutHz]) : samples,
    };
  };
  return { plan, table, strokes, channel };
}

/** The channels of {@link renderTake} one at a time, each when it is asked for: by its microphone's place in the plan. Its noise is its own. */
export function renderChannels(planned: Plan, options: RenderOptions): (m: number) => Float32Array {
  const { channel } = rendering(planned, options, createRandom(options.seed));
  return (m) => channel(m, createRandom(options.seed + 7919 * (m + 1))).samples;
}

/** Sources are struck one by one; a channel's loudest predicted peak lands where its plan wants it, −12 dBFS where no habit is said. Truth counts the sound's own start as 0. */
export function renderTake(planned: Plan, options: RenderOptions): RenderedTake {
  const random = createRandom(options.seed);
  const { plan, table, strokes, channel } = rendering(planned, options, random);
  const rate = plan.sampleRateHz;
  const channels = plan.microphones.map((_, m) => channel(m, random));
  const arrivals = table.rows.flatMap((row, m) =>
    row.map(
      (arrival, s): TrueArrival => ({
        source: sourceKey(plan.sources[s] as Plan['sources'][number]),
        microphone: plan.microphones[m]?.name ?? '',
        delaySamples: arrival.delaySeconds * rate,
        polarity: arrival.polarity,
        levelDb: arrival.levelDb,
      }),
    ),
  );
  return {
    sampleRateHz: rate,
    channels,
    truth: {
      seed: options.seed,
      sampleRate: rate,
      strokes: strokes.map((stroke) => ({ source: sourceKey(plan.sources[stroke.source] as Plan['sources'][number]), atSample: stroke.atSample })),
      arrivals,
      faults: options.faults ?? [],
    },
  };
}
