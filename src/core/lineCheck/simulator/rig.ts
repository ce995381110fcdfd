import { type ArrivalTable, arrivalTable, type PlanMicrophone } from '../../arrivals';
import type { Session } from '../../document';
import type { DeviceId, MicrophoneId } from '../../ids';
import { behindLowCuts, createRandom, distance, type Random } from '../../math';
import { isDirect, outputLevelDbu } from '../../microphones';
import { type PatchInput, type PowerWay, powerWay, recordedLevelDbfs, USUAL_EIN_DBU, WARM_COIL_DBU } from '../../patch';
import { resolveFiles } from '../../planning';
import { renderChannels } from '../../render';
import { amplitudeRatioFromDb } from '../../units';
import type { DeviceCommand, DeviceDescription, DeviceState, HandAction, InputState } from '../protocol';
import type { LineFault } from './faults';
import { cablesOf, type Plugged } from './plugged';

const { PI, abs, exp, log10, max, min, round, sin, sqrt } = Math;

/** A preamp with nothing in it hears its own kilohms: 10·lg(2.4 kΩ / 150 Ω) less what its transistors take away, dB. */
const OPEN_HISS_DB = 8;
/** Noise of the converter whatever the gain, dBFS. */
const CONVERTER_DBFS = -112;
const ROOM_DB_SPL = 26;
/** A knock on a microphone's body is as loud in it as this, and gets into its neighbours through stands and air by so much less, dB. */
const KNOCK_DB_SPL = 104;
const KNOCK_LEAK_DB = 26;
/** A clap a hand's width in front of it, dB SPL at the peak. */
const CLAP_DB_SPL = 106;
const HAND_M = 0.2;
/** Mains in a cable, at the planned gain, dBFS. */
const HUM_DBFS = -58;
const MAINS_HZ = 50.02;
/** Knocks, clap and their repetition, seconds. */
const KNOCKS_S = [0.6, 0.8] as const;
const CLAP_S = 2;
const EVERY_S = 4;
/** Noise comes from one stretch of it, begun anywhere: nobody hears the same second twice. */
const NOISE_LENGTH = 1 << 18;

const knock = (t: number): number => (t < 0 || t > 0.1 ? 0 : exp(-t / 0.014) * sin(2 * PI * 95 * t) * 1.3);
const clap = (t: number): number => (t < 0 || t > 0.03 ? 0 : exp(-t / 0.0016) * sin(2 * PI * 900 * t) * 1.6);

/** How power runs on the line that is in an input; null where nothing is. A second way lives on its first, on another device as it may be. */
function wayOf({ input, microphone, through, poweredBy }: Plugged): PowerWay | null {
  if (!microphone) return null;
  const line = { microphoneId: microphone.id, phantom: microphone.model.phantom, connector: microphone.model.connector, through };
  if (poweredBy === null) return powerWay(line, { connectors: ['XLR'], hasSwitch: true });
  const outlet = poweredBy ?? input;
  return powerWay(line, { connectors: outlet.connectors, hasSwitch: outlet.phantomBank !== null });
}

/**
 * A device that is not there, with microphones, cables, hands and a player: what a session's plan and patch say should happen, with
 * faults planted. Seeded; time is counted by what is asked of it.
 */
export class SimulatedRig {
  readonly description: DeviceDescription;
  private said: DeviceState;
  private real: DeviceState;
  private readonly plugged: readonly Plugged[];
  private readonly random: Random;
  private action: HandAction = { do: 'quiet' };
  private meterAt = 0;
  private render: ((m: number) => Float32Array) | null = null;
  private readonly played = new Map<string, Float32Array>();
  private readonly harmedIds = new Set<string>();

  private readonly table: ArrivalTable;
  private readonly noise: Float32Array;

  /** @throws Error with one sentence where the session has no such device */
  constructor(
    session: Session,
    deviceId: DeviceId,
    private readonly seed: number,
    private readonly faults: readonly LineFault[],
  ) {
    const device = session.shelf.devices.find(({ id }) => id === deviceId);
    if (!device) throw new Error('The session has no such device: choose one of its shelf.');
    this.table = arrivalTable(resolveFiles(session));
    this.random = createRandom(seed);
    this.noise = Float32Array.from({ length: NOISE_LENGTH }, () => this.random.normal());
    this.plugged = cablesOf(session, deviceId, this.table, faults);
    this.description = {
      name: device.name,
      sampleRateHz: session.sampleRateHz,
      simulated: true,
      inputs: device.inputs.map(({ id, name, phantomBank, gainMinDb, gainMaxDb, padDb }) => ({
        id,
        name,
        bank: phantomBank,
        gainMinDb,
        gainMaxDb,
        padDb,
      })),
    };
    const inputs = device.inputs.map(
      ({ id, gainMinDb, gainMaxDb }): InputState => ({ id, gainDb: min(gainMaxDb, gainMinDb + 20), pad: false, highPass: false }),
    );
    const banks = Object.fromEntries(device.inputs.flatMap(({ phantomBank }) => (phantomBank === null ? [] : [[phantomBank, false]])));
    this.said = { inputs, banks };
    this.real = this.said;
  }

  get state(): DeviceState {
    return this.said;
  }

  /** Microphones that must never get power and got it. */
  get harmed(): readonly string[] {
    return [...this.harmedIds];
  }

  /** @throws Error with one sentence for what the device has not */
  set(command: DeviceCommand): DeviceState {
    const next = this.after(this.said, command);
    if (!this.faults.some(({ kind }) => kind === 'not answering')) this.real = this.after(this.real, command);
    this.said = next;
    for (const one of this.plugged)
      if (one.microphone && one.poweredBy === undefined && wayOf(one)?.harmed && this.real.banks[one.input.phantomBank ?? ''])
        this.harmedIds.add(one.microphone.id);
    return this.said;
  }

  private after(state: DeviceState, command: DeviceCommand): DeviceState {
    if ('bank' in command) {
      if (!Object.hasOwn(state.banks, command.bank)) throw new Error(`This device has no bank “${command.bank}”.`);
      return { ...state, banks: { ...state.banks, [command.bank]: command.phantom } };
    }
    const described = this.description.inputs.find(({ id }) => id === command.input);
    if (!described) throw new Error(`This device has no input “${command.input}”.`);
    const { gainDb, pad, highPass } = command;
    if (gainDb !== undefined && (gainDb < described.gainMinDb || gainDb > described.gainMaxDb))
      throw new Error(`Input ${described.name} has gain from ${described.gainMinDb} to ${described.gainMaxDb} dB.`);
    return {
      ...state,
      inputs: state.inputs.map((one) =>
        one.id === command.input ? { ...one, gainDb: gainDb ?? one.gainDb, pad: pad ?? one.pad, highPass: highPass ?? one.highPass } : one,
      ),
    };
  }

  hand(action: HandAction): void {
    this.action = action;
    this.meterAt = 0;
  }

  /** What the inputs record while the hands go on with what they do, 0 to 60 s; ±1 is full scale. */
  record(seconds: number): Float32Array[] {
    return this.plugged.map((one) => this.channel(one, 0, seconds));
  }

  /** The same of one input alone, by its place in the description; nothing of one that is not there. */
  recordChannel(index: number, seconds: number): Float32Array {
    const one = this.plugged[index];
    return one ? this.channel(one, 0, seconds) : new Float32Array();
  }

  /** Highest samples of the next twentieth of a second, dBFS. */
  meters(): number[] {
    const from = this.meterAt;
    this.meterAt += 0.05;
    return this.plugged.map((one) => {
      const most = this.channel(one, from, 0.05).reduce((peak, x) => max(peak, abs(x)), 0);
      return round(20 * log10(max(1e-9, most)) * 10) / 10;
    });
  }

  /** Whether a bank's power gets as far as its plugs. */
  private isLit({ phantomBank }: PatchInput): boolean {
    const supplied = !this.faults.some((fault) => fault.kind === 'no power' && fault.bank === phantomBank);
    return supplied && phantomBank !== null && (this.real.banks[phantomBank] ?? false);
  }

  private stateOf({ input, poweredBy }: Plugged): { gainDb: number; padDb: number; lit: boolean; highPass: boolean } {
    const state = this.real.inputs.find(({ id }) => id === input.id);
    const astray = this.faults.reduce((sum, fault) => sum + (fault.kind === 'wrong gain' && fault.inputId === input.id ? fault.byDb : 0), 0);
    return {
      gainDb: (state?.gainDb ?? 0) + astray,
      padDb: state?.pad ? input.padDb : 0,
      // On another device its power is somebody else's care.
      lit: poweredBy === null || this.isLit(poweredBy ?? input),
      highPass: state?.highPass ?? false,
    };
  }

  private has(kind: 'reversed' | 'dead' | 'hum', microphoneId: MicrophoneId | undefined): boolean {
    return this.faults.some((fault) => fault.kind === kind && fault.microphoneId === microphoneId);
  }

  private channel(plugged: Plugged, fromS: number, seconds: number): Float32Array {
    const rate = this.description.sampleRateHz;
    const { input, microphone, through, betweenDb, secondId } = plugged;
    const { gainDb, padDb, lit, highPass } = this.stateOf(plugged);
    const dbfs = (dbu: number, pad = padDb): number => recordedLevelDbfs(dbu, input, gainDb, pad);
    const open = microphone === null || this.has('dead', microphone.id) || (secondId !== undefined && this.has('dead', secondId));
    // What lives on phantom passes nothing without it; a preamp of its own has its own to give.
    const way = wayOf(plugged);
    const alive = !open && way !== null && way.starved === null && (!way.asks || lit);
    const splToDbfs = (spl: number): number =>
      microphone ? dbfs(betweenDb + outputLevelDbu(microphone.model.sensitivityMvPerPa, spl, microphone.padOn ? microphone.model.padDb : 0)) : -200;
    const powers = [CONVERTER_DBFS, dbfs((input.einDbu ?? USUAL_EIN_DBU) + (open ? OPEN_HISS_DB : 0), 0)];
    if (alive && microphone)
      powers.push(
        splToDbfs(ROOM_DB_SPL),
        microphone.model.selfNoiseDba === null ? dbfs(WARM_COIL_DBU + betweenDb) : splToDbfs(microphone.model.selfNoiseDba),
      );
    const noise = sqrt(powers.reduce((sum, db) => sum + 10 ** (db / 10), 0));
    const frames = round(seconds * rate);
    const out = new Float32Array(frames);
    const begin = this.random.integer(0, NOISE_LENGTH - 1);
    for (let i = 0; i < frames; i++) out[i] = noise * (this.noise[(begin + i) % NOISE_LENGTH] as number);
    if (alive && microphone) this.sound(out, microphone, fromS, splToDbfs);
    if (microphone && this.has('hum', microphone.id)) {
      const level = amplitudeRatioFromDb(HUM_DBFS + gainDb - plugged.plannedGainDb);
      for (let i = 0; i < frames; i++) {
        const turn = 2 * PI * MAINS_HZ * (fromS + i / rate);
        out[i] = (out[i] as number) + level * (sin(turn) + 0.4 * sin(2 * turn + 1) + 0.5 * sin(3 * turn + 2));
      }
    }
    if (highPass) {
      const keep = exp((-2 * PI * 80) / rate);
      let [before, kept] = [0, 0];
      for (let i = 0; i < frames; i++) {
        kept = keep * (kept + (out[i] as number) - before);
        before = out[i] as number;
        out[i] = kept;
      }
    }
    // A low cut on the way as the patch has it, pressed by hand; the microphone's own is in what it gives.
    const cutHz = microphone?.inputLowCut ? (through?.lowCutHz ?? input.lowCutHz) : undefined;
    const heard = cutHz === undefined ? out : behindLowCuts(out, rate, [cutHz]);
    for (let i = 0; i < frames; i++) heard[i] = max(-1, min(1, heard[i] as number));
    return heard;
  }

  /** Adds what the hands do, as this microphone gets it. */
  private sound(out: Float32Array, microphone: PlanMicrophone, fromS: number, splToDbfs: (spl: number) => number): void {
    const rate = this.description.sampleRateHz;
    const sign = this.has('reversed', microphone.id) ? -1 : 1;
    if (this.action.do === 'play') {
      const take = this.takeOf(microphone.id);
      if (!take) return;
      const gain = sign * amplitudeRatioFromDb(splToDbfs(microphone.learnedDb ?? 0) - this.renderedAt(microphone));
      const start = round(fromS * rate);
      for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + gain * (take[(start + i) % take.length] as number);
      return;
    }
    if (this.action.do !== 'tap') return;
    const { microphoneId } = this.action;
    const tapped = this.table.plan.microphones.find(({ id }) => id === microphoneId);
    if (!tapped) return;
    const own = tapped.id === microphone.id;
    const apart = own ? 0 : distance(tapped.positionM, microphone.positionM);
    const knocks =
      sign * amplitudeRatioFromDb(splToDbfs(own ? KNOCK_DB_SPL : KNOCK_DB_SPL - KNOCK_LEAK_DB - (20 * log10(max(0.1, apart) / 0.1)) / 2));
    // A pickup feels its instrument and no air.
    const deaf = isDirect(microphone.model.kind);
    const away = own ? HAND_M : max(HAND_M, apart);
    const claps = deaf ? 0 : sign * amplitudeRatioFromDb(splToDbfs(CLAP_DB_SPL - 20 * log10(away / HAND_M)));
    const late = apart / this.table.plan.speedOfSoundMps;
    for (let i = 0; i < out.length; i++) {
      const t = ((fromS + i / rate) % EVERY_S) - late;
      let x = 0;
      if (t < KNOCKS_S[1] + 0.1) for (const at of KNOCKS_S) x += knocks * knock(t - at);
      else x = claps * clap(t - CLAP_S);
      out[i] = (out[i] as number) + x;
    }
  }

  /** What a microphone hears of the plan when each source is struck in turn, made when it is first asked for. */
  private takeOf(microphoneId: MicrophoneId): Float32Array | undefined {
    const m = this.table.plan.microphones.findIndex(({ id }) => id === microphoneId);
    if (m < 0) return undefined;
    this.render ??= renderChannels(this.table.plan, { seed: this.seed, rounds: 1, reflections: false, noiseSplDb: ROOM_DB_SPL });
    const samples = this.played.get(microphoneId) ?? this.render(m);
    this.played.set(microphoneId, samples);
    return samples;
  }

  /** The level in the rendered take of a sound of 0 dB SPL, dBFS. */
  private renderedAt(microphone: PlanMicrophone): number {
    const row = this.table.rows[this.table.plan.microphones.findIndex(({ id }) => id === microphone.id)] ?? [];
    return -12 - max(...row.map(({ levelDb }) => levelDb));
  }
}
