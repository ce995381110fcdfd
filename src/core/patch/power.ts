import type { InputAddress, MicrophoneId } from '../ids';
import type { Connector, PhantomNeed } from '../microphones';
import type { Outboard } from './outboard';

/** What is plugged into a socket, from the microphone to the plug at the input. */
export interface PowerLine {
  readonly microphoneId: MicrophoneId;
  readonly phantom: PhantomNeed;
  readonly connector: Connector;
  readonly through: Outboard | null;
  /** The second way of a splitter: a transformer stands in it. */
  readonly isSecond?: boolean;
}

/** What a socket gives: its plugs, and whether a phantom switch belongs to it. */
export interface PowerOutlet {
  readonly connectors: readonly Connector[];
  readonly hasSwitch: boolean;
}

/** What keeps the input's power from a microphone. */
export type PowerShield =
  | { readonly kind: 'between'; readonly name: string }
  /** A jack carries no 48 V, however combined the socket (IEC 61938 has it on XLR alone). */
  | { readonly kind: 'jack' }
  | { readonly kind: 'second way' };

/** How power runs on one line. */
export interface PowerWay {
  /** The microphone, or what stands between, lives on the input's power. */
  readonly asks: boolean;
  /** The input's power, were it on, would get to the microphone. */
  readonly exposed: boolean;
  /** It would, and the microphone must never get it. */
  readonly harmed: boolean;
  readonly shield: PowerShield | null;
  /** A unit between with a phantom switch of its own, and how that must stand. */
  readonly own: { readonly name: string; readonly on: boolean } | null;
  /** Who gets none however the switches stand. */
  readonly starved: 'microphone' | 'between' | null;
}

/** The only place that says how power runs from an input to a microphone. Plugs that do not fit are another matter. */
export function powerWay({ phantom, connector, through, isSecond = false }: PowerLine, { connectors, hasSwitch }: PowerOutlet): PowerWay {
  const isXlr = (through?.gives ?? connector) === 'XLR' && connectors.includes('XLR');
  const enters = hasSwitch && isXlr && !isSecond;
  const passes = enters && !through?.blocksPower && connector === 'XLR';
  const own = through?.givesPower ? { name: through.name, on: phantom === 'needs' && connector === 'XLR' && !isSecond } : null;
  const fedByOwn = own?.on === true;
  const wants = phantom === 'needs' && !isSecond && !fedByOwn;
  const starved = through?.needsPower && !enters && !isSecond ? 'between' : wants && !passes ? 'microphone' : null;
  const shield: PowerShield | null = isSecond
    ? { kind: 'second way' }
    : !isXlr || connector !== 'XLR'
      ? { kind: 'jack' }
      : through?.blocksPower
        ? { kind: 'between', name: through.name }
        : null;
  return {
    asks: (enters && through?.needsPower === true) || (wants && passes),
    exposed: passes,
    harmed: passes && phantom === 'never',
    shield,
    own,
    starved,
  };
}

/** One socket of a device with what is in it. */
export interface PowerSocket extends PowerOutlet {
  readonly address: InputAddress;
  /** Its phantom switch across devices; null has none. */
  readonly bank: string | null;
  /** It can be recorded at this rate: what is not asks for nothing and is harmed all the same. */
  readonly carried: boolean;
  readonly line: PowerLine | null;
}

/** One phantom switch, and how it must stand. */
export interface BankPower {
  readonly bank: string;
  /** Microphones whose lines live on it. */
  readonly askers: readonly string[];
  /** Microphones that it would harm. */
  readonly harms: readonly string[];
  /** Asked for and harmless. */
  readonly on: boolean;
}

export interface SocketPower {
  readonly address: InputAddress;
  readonly bank: string | null;
  readonly microphoneId: MicrophoneId;
  readonly isSecond: boolean;
  readonly carried: boolean;
  readonly way: PowerWay;
  /** 48 V of the input gets to the microphone. */
  readonly gets: boolean;
  /** The microphone or what stands between lacks the power that it lives on. */
  readonly lacks: boolean;
}

export interface PowerPlan {
  readonly sockets: readonly SocketPower[];
  readonly banks: ReadonlyMap<string, BankPower>;
}

/**
 * Which switches are on and who gets 48 V: a bank is lit where something in it lives on its power and nobody is harmed by it; where both
 * are so it stays dark, and who asked lacks it.
 */
export function powerPlan(all: readonly PowerSocket[]): PowerPlan {
  const ways = all.flatMap((socket) => (socket.line ? [{ socket, line: socket.line, way: powerWay(socket.line, socket) }] : []));
  const banks = new Map(
    [...new Set(all.flatMap(({ bank }) => bank ?? []))].map((bank): [string, BankPower] => {
      const here = ways.filter(({ socket }) => socket.bank === bank);
      const of = (wanted: (one: (typeof here)[number]) => boolean): string[] => here.filter(wanted).map(({ line }) => line.microphoneId);
      const [askers, harms] = [of(({ socket, way }) => socket.carried && way.asks), of(({ way }) => way.harmed)];
      return [bank, { bank, askers, harms, on: askers.length > 0 && harms.length === 0 }];
    }),
  );
  const sockets = ways.map(({ socket, line, way }): SocketPower => {
    const lit = socket.bank !== null && banks.get(socket.bank)?.on === true;
    return {
      address: socket.address,
      bank: socket.bank,
      microphoneId: line.microphoneId,
      isSecond: line.isSecond === true,
      carried: socket.carried,
      way,
      gets: lit && way.exposed,
      lacks: way.starved !== null || (way.asks && !lit),
    };
  });
  return { sockets, banks };
}
