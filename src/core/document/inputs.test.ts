import { boathouseKit } from '../../../demo/boathouse';
import { signInFile, signInMix } from '../chain';
import { applyMove } from './commands/move';
import { plugAll, plugIn, unplug } from './commands/patch';
import { commit } from './commit';
import { invertingInputOf } from './inputs';
import type { PlacedMicrophone, Session } from './session';

const NOW = '2026-01-01T00:00:00.000Z';
const made = (session: Session, command: Parameters<typeof commit>[1]): Session => {
  const result = commit(session, command, NOW);
  if (result.kind === 'refused') throw new Error(JSON.stringify(result.reason));
  return result.kind === 'changed' ? result.session : session;
};

/** The boathouse with a polarity switch on the first two inputs of its device, nothing plugged, and a snare's underside as its set-up has it. */
function withSwitches(): { readonly session: Session; readonly under: string; readonly other: string; readonly address: (input: number) => string } {
  const kit = boathouseKit();
  const [device] = kit.shelf.devices;
  const [first, second] = kit.microphones;
  if (!device || !first || !second) throw new Error('demo');
  const inputs = device.inputs.map((input, i) => ({ ...input, inverts: i < 2 }));
  const under: PlacedMicrophone = {
    ...first,
    name: 'Snare under',
    label: 'SU',
    flipped: true,
    setupId: 'snare-both',
    target: { instrumentId: first.target?.instrumentId ?? kit.instruments[0]?.id ?? '', sourceId: 'snare' },
  };
  return {
    session: {
      ...kit,
      patch: {},
      shelf: { ...kit.shelf, devices: [{ ...device, inputs }] },
      microphones: [under, { ...second, flipped: true, setupId: null }, ...kit.microphones.slice(2)],
    },
    under: under.id,
    other: second.id,
    address: (input) => `${device.id}/${inputs[input]?.id}`,
  };
}

const of = ({ microphones }: Session, id: string): PlacedMicrophone => microphones.find((one) => one.id === id) as PlacedMicrophone;

test('what a set-up wants inverted is inverted at the input that can, and in the mix where none can; behind the mix its sign stays', () => {
  const { session, under, other, address } = withSwitches();
  const before = signInMix(of(session, under), of(session, under));
  const plugged = made(session, plugIn(under, address(0)));
  expect([of(plugged, under).inputInverted, of(plugged, under).flipped]).toEqual([true, false]);
  expect(invertingInputOf(plugged, under)).toBeDefined();
  expect([signInFile(of(plugged, under)), signInMix(of(plugged, under), of(plugged, under))]).toEqual([-1, before]);
  // An input without the switch, and none at all.
  for (const next of [made(plugged, plugIn(under, address(3))), made(plugged, unplug(under))]) {
    expect([of(next, under).inputInverted, of(next, under).flipped]).toEqual([undefined, true]);
    expect(signInMix(of(next, under), of(next, under))).toBe(before);
  }
  // What a person inverted in the mix stays there.
  const byHand = made(session, plugAll({ [under]: address(0), [other]: address(1) }));
  expect([of(byHand, other).inputInverted, of(byHand, other).flipped]).toEqual([undefined, true]);
});

test('a reversed cable of a channel that is inverted by its set-up: each way of making up for it goes with the cable, and nothing else', () => {
  const { session, under, address } = withSwitches();
  const plugged = made(session, plugIn(under, address(0)));
  for (const where of ['input', 'mix'] as const) {
    const madeUp = made(plugged, applyMove({ kind: 'invert', where, microphoneId: under, label: '' }));
    expect(of(madeUp, under)).toMatchObject({ cable: 'reversed', madeUp: where });
    const changed = of(made(madeUp, applyMove({ kind: 'cable changed', microphoneId: under, label: '' })), under);
    expect([where, changed.inputInverted, changed.flipped, changed.cable, changed.madeUp]).toEqual([where, true, false, undefined, undefined]);
    expect(changed.cableChanges).toBe(1);
  }
});
