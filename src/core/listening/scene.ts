import type { ArrivalTable, Plan } from '../arrivals';
import { sourceKey } from '../ids';
import type { Instrument } from '../instruments';
import type { FftKernel } from '../math';
import { PEAK_TARGET_DBFS } from '../patch';
import type { Room } from '../room';
import { type Choices, dryLoop, type Playing } from './dry';
import { alignments, impulsesAt, referencesOf, roomWeights, tailOf } from './impulses';
import { LoopRenderer } from './loopRenderer';

/** What is to be heard: a plan's arrivals, its instruments, what they play, at the rate of the loudspeakers. */
export interface Performance {
  readonly table: ArrivalTable;
  readonly instruments: readonly Instrument[];
  readonly playing: Playing;
  readonly rate: number;
  readonly choices?: Choices;
}

interface Dry {
  readonly key: string;
  readonly renderer: LoopRenderer;
}

const roomKey = ({ room, speedOfSoundMps }: Plan, rate: number): string => JSON.stringify([room, speedOfSoundMps, rate]);

/**
 * A plan as it would sound, one block of every microphone at a time. What has not changed is kept: the instruments' own sound while only
 * microphones move, the room's tail while only those and instruments do.
 */
export class Scene {
  private dry: Dry | null = null;
  private tail: { readonly key: string; readonly tail: ReturnType<typeof tailOf> } | null = null;

  private around = '';
  private readonly known = new Map<string, { readonly key: string; readonly impulses: Float32Array[] }>();

  constructor(private readonly kernel: FftKernel) {}

  set({ table, instruments, playing, rate, choices = {} }: Performance): void {
    const { plan } = table;
    const at: Plan = { ...plan, sampleRateHz: rate };
    const key = this.dryKey(plan, instruments, playing, rate) + JSON.stringify(choices);
    if (this.dry?.key !== key) {
      this.dry?.renderer.dispose();
      const sounds = dryLoop(plan.sources, instruments, playing, rate, choices);
      const weights = roomWeights(table);
      const bus = new Float32Array(sounds[0]?.length ?? 0);
      sounds.forEach((sound, s) => {
        for (let i = 0; i < bus.length; i++) bus[i] = (bus[i] as number) + (weights[s] as number) * (sound[i] as number);
      });
      this.dry = { key, renderer: new LoopRenderer(this.kernel, [...sounds, bus]) };
    }
    const room = roomKey(plan, rate);
    if (this.tail?.key !== room) this.tail = { key: room, tail: tailOf(plan.room, plan.speedOfSoundMps, rate) };
    const references = referencesOf(table, plan.peakTargetDbfs ?? PEAK_TARGET_DBFS);
    const { tail } = this.tail;
    const shift = alignments(table, rate, plan.sampleRateHz);
    const around = `${key}${room}${JSON.stringify([plan.sources, plan.solids])}`;
    if (this.around !== around) this.known.clear();
    this.around = around;
    // A microphone that stands as it did hears as it did.
    const impulses = plan.microphones.map((microphone, m) => {
      const { id, positionM, axis, pattern, flipped, model } = microphone;
      const own = JSON.stringify([positionM, axis, pattern, flipped, model.kind, references[m], shift[m]]);
      const before = this.known.get(id);
      if (before?.key === own) return before.impulses;
      const made = impulsesAt({ ...table, plan: at }, m, rate, references[m] ?? 1, tail, shift[m] ?? 0);
      this.known.set(id, { key: own, impulses: made });
      return made;
    });
    this.dry.renderer.setImpulses(impulses);
  }

  private dryKey(plan: Plan, instruments: readonly Instrument[], playing: Playing, rate: number): string {
    const sources = plan.sources.map((source) => [sourceKey(source), source.radiusM, source.peakSplDb]);
    const kinds = instruments.map(({ id, kind, variant }) => [id, kind, variant]);
    return JSON.stringify([sources, kinds, playing, rate, plan.room satisfies Room, plan.solids.filter(({ screen }) => screen).length]);
  }

  get blockCount(): number {
    return this.dry?.renderer.blockCount ?? 0;
  }

  block(index: number): Float32Array[] {
    return this.dry?.renderer.block(index) ?? [];
  }
}
