import { ChakraProvider } from '@chakra-ui/react';
import { act, fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { MemoryRouter } from 'react-router';
import { boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { meanLossDb } from '../../../core/acoustics';
import { arrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { distance } from '../../../core/math';
import { resolvePlan } from '../../../core/planning';
import { database } from '../../db/database';
import { AddInstrument } from '../../drawing/AddInstrument';
import { sumStrip } from '../../drawing/sumStripOf';
import { livePlan } from '../../stores/planHooks';
import { setSession, undo, useSessionStore } from '../../stores/sessionStore';
import { chooseInstrument, chooseMicrophone, chooseNothing, choosePair, microphonesIn, setView, useViewStore } from '../../stores/viewStore';
import { system } from '../../theme/system';
import { BalancePanel } from './BalancePanel';
import { rakeMarks, shownSource } from './derive';
import { GroupPanel } from './GroupPanel';
import { HeardStrip } from './HeardStrip';
import { EditInstrument } from './InstrumentPanel';
import { LeakStrip } from './LeakStrip';
import { SelectionPanel } from './SelectionPanel';
import { ToneStrip } from './ToneStrip';

const doc = (): Session => {
  const { doc: open } = useSessionStore.getState();
  if (!open) throw new Error('no session is open');
  return open;
};
const show = (element: ReactElement) =>
  render(
    <MemoryRouter>
      <ChakraProvider value={system}>{element}</ChakraProvider>
    </MemoryRouter>,
  );
const named = (name: string) => {
  const found = doc().microphones.find((microphone) => microphone.name === name);
  if (!found) throw new Error(name);
  return found;
};
const open = (session: Session) => {
  setSession(session);
  chooseNothing();
  return livePlan(session).table;
};
const fill = (label: string | RegExp, value: string): void => {
  const input = screen.getByLabelText(label);
  fireEvent.change(input, { target: { value } });
  fireEvent.blur(input);
};

beforeEach(async () => {
  await database.sessions.clear();
});

describe('what is worked out beside the drawing', () => {
  const session = boathouseKit();
  const table = arrivalTable(resolvePlan(session));
  const nameOf = (index: number): string | undefined => table.plan.sources[index]?.id;
  test('the shown source: the chosen one, else what the microphone in hand is there for, else the pair’s middle', () => {
    const id = (name: string): string => session.microphones.find((microphone) => microphone.name === name)?.id ?? '';
    expect(nameOf(shownSource(table, 'demo-instrument/ride', []))).toBe('ride');
    expect(nameOf(shownSource(table, null, [id('Kick')]))).toBe('kick');
    expect(nameOf(shownSource(table, null, [id('Overhead left')]))).toBe('snare');
    expect(nameOf(shownSource(table, 'demo-instrument/gone', []))).toBe('snare');
  });
  test('rake marks are distances over the speed of sound, round the shell where only the struck head’s back is heard', () => {
    const snare = shownSource(table, 'demo-instrument/snare', []);
    for (const mark of rakeMarks(table, session.microphones, snare)) {
      const microphone = table.plan.microphones.find((candidate) => candidate.id === mark.id);
      const from = table.rows[table.plan.microphones.findIndex((candidate) => candidate.id === mark.id)]?.[snare]?.fromM;
      if (!microphone || !from) throw new Error('arrival');
      const straightMs = (1000 * distance(microphone.positionM, from)) / table.plan.speedOfSoundMps;
      // From below a snare's batter the sound goes round a shell of 36 cm: later than the straight line, by less than its width.
      if (mark.label === 'K') expect(mark.timeMs - straightMs).toBeGreaterThan(0);
      if (mark.label === 'K') expect(mark.timeMs - straightMs).toBeLessThan(1.1);
      else expect(mark.timeMs).toBeCloseTo(straightMs, 9);
    }
  });
  test('a sum needs two channels, and loses nothing when both are the same', () => {
    expect(sumStrip(table, [session.microphones[0]?.id ?? ''], 0)).toBeNull();
    const twin = {
      ...session,
      microphones: session.microphones.slice(0, 2).map((microphone) => ({
        ...microphone,
        ...{
          positionM: session.microphones[1]?.positionM ?? microphone.positionM,
          aimM: session.microphones[1]?.aimM ?? microphone.aimM,
          modelId: session.microphones[1]?.modelId ?? '',
          flipped: false,
        },
      })),
      pairs: [],
    };
    const twins = arrivalTable(resolvePlan(twin));
    const strip = sumStrip(
      twins,
      twin.microphones.map((microphone) => microphone.id),
      1,
    );
    expect(strip && meanLossDb(strip.sumDb, strip.inStepDb)).toBeCloseTo(0, 6);
  });
});

describe('the microphone in hand', () => {
  const panel = (name: string) => {
    const table = open(boathouseKit());
    const snare = shownSource(table, 'demo-instrument/snare', []);
    return show(<SelectionPanel session={doc()} table={table} placed={named(name)} source={snare} />);
  };
  test('height by number is one step of undo; the stand comes along', () => {
    panel('Overhead right');
    const before = named('Overhead right');
    fill('High (cm)', '165');
    expect(named('Overhead right').positionM.z).toBeCloseTo(1.65, 9);
    act(undo);
    expect(named('Overhead right').positionM).toEqual(before.positionM);
  });
  test('higher than the room is refused by name', () => {
    panel('Overhead right');
    fill('High (cm)', '400');
    expect(screen.getByRole('alert').textContent).toMatch(/^High must be from 0 to 270 cm\./);
  });
  test('turned and tilted by number', () => {
    panel('Snare');
    fill('Tilted (°)', '-45');
    const { positionM, aimM } = named('Snare');
    expect(Math.atan2(aimM.z - positionM.z, Math.hypot(aimM.x - positionM.x, aimM.y - positionM.y))).toBeCloseTo(-Math.PI / 4, 3);
  });
  test('a string held at its length from the snare', () => {
    panel('Overhead right');
    fireEvent.click(screen.getByRole('button', { name: 'Hold its distance' }));
    expect(named('Overhead right').heldString).toEqual(expect.objectContaining({ instrumentId: 'demo-instrument', markId: 'snare-centre' }));
    expect(named('Overhead right').heldString?.lengthM).toBeCloseTo(1, 6);
  });
  test('another kind brings its first pattern where it lacks the old one', () => {
    panel('Snare');
    fireEvent.change(screen.getByLabelText('Microphone'), { target: { value: 'passive-ribbon' } });
    expect(named('Snare').pattern).toBe('figure-of-eight');
  });
  test('no stand, and a stand again', () => {
    panel('Snare');
    fireEvent.change(screen.getByLabelText('Stand'), { target: { value: '' } });
    expect(named('Snare').stand).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Find it a place' }));
    expect(named('Snare').stand).not.toBeNull();
  });
});

test('two in hand: both schools told, equal strings made, a pair parted', () => {
  const table = open(boathouseKit());
  const ids = [named('Overhead left').id, named('Overhead right').id];
  show(<GroupPanel session={doc()} table={table} ids={ids} source={shownSource(table, 'demo-instrument/snare', [])} />);
  expect(screen.getByText(/one shared source, so the rule does not apply/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Same height' }));
  expect(Math.abs(named('Overhead right').positionM.z - named('Overhead left').positionM.z)).toBeLessThan(0.0003);
  fireEvent.click(screen.getByRole('button', { name: 'Split the pair' }));
  expect(doc().pairs).toEqual([]);
});

describe('instruments', () => {
  test('put in the room, chosen at once, off the walls', () => {
    open({ ...boathouseKit(), instruments: [], microphones: [], pairs: [] });
    show(<AddInstrument session={doc()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Grand piano' }));
    fireEvent.change(screen.getByLabelText('Size or build'), { target: { value: 'concert' } });
    fireEvent.click(screen.getByRole('button', { name: 'Add it' }));
    const [piano] = doc().instruments;
    expect(piano).toEqual(expect.objectContaining({ kind: 'grand-piano', variant: 'concert', name: 'Concert grand' }));
    expect(useViewStore.getState().selection).toEqual({ of: 'instrument', id: piano?.id });
    expect(piano?.positionM.x).toBeGreaterThan(1);
  });
  test('what was chosen is what is put in, also when what asks was drawn anew in between', () => {
    open({ ...boathouseKit(), instruments: [], microphones: [], pairs: [] });
    const { unmount } = render(
      <ChakraProvider value={system}>
        <AddInstrument session={doc()} />
      </ChakraProvider>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Upright piano' }));
    unmount();
    show(<AddInstrument session={doc()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Add it' }));
    expect(doc().instruments[0]?.kind).toBe('upright-piano');
    expect(useViewStore.getState().nextInstrument.kind).toBe('drum-kit');
  });
  test('turned by number, its microphones go along; left-handed, twelve strings', () => {
    const song = boathouseSessions()[1] as Session;
    open(song);
    const instrument = song.instruments[0];
    if (!instrument) throw new Error('song');
    show(<EditInstrument session={song} instrument={instrument} />);
    const before = doc().microphones[0]?.positionM;
    fill('Turned (°)', '30');
    expect(doc().instruments[0]?.rotationDeg).toBe(30);
    expect(doc().microphones[0]?.positionM).not.toEqual(before);
    fireEvent.change(screen.getByLabelText('Handed'), { target: { value: 'left' } });
    fireEvent.change(screen.getByLabelText('Strings'), { target: { value: '6' } });
    expect(doc().instruments[0]).toEqual(expect.objectContaining({ mirrored: true, choices: expect.objectContaining({ strings: '6' }) }));
  });
  test('a kit’s pieces: sized, opened, added, removed', () => {
    open(boathouseKit());
    const instrument = doc().instruments[0];
    if (!instrument) throw new Error('kit');
    const { rerender } = show(<EditInstrument session={doc()} instrument={instrument} />);
    const again = (): void =>
      rerender(
        <MemoryRouter>
          <ChakraProvider value={system}>
            <EditInstrument session={doc()} instrument={doc().instruments[0] ?? instrument} />
          </ChakraProvider>
        </MemoryRouter>,
      );
    const pieces = within(screen.getByRole('list', { name: 'Pieces of the kit' }));
    fireEvent.click(pieces.getByRole('button', { name: /^Kick/ }));
    fill('Across (in)', '20');
    again();
    expect(doc().instruments[0]?.pieces?.find((piece) => piece.id === 'kick')?.diameterIn).toBe(20);
    fireEvent.click(screen.getByRole('button', { name: /Port/ }));
    again();
    expect(doc().instruments[0]?.pieces?.find((piece) => piece.id === 'kick')?.ported).toBe(false);
    fireEvent.change(screen.getByLabelText('Add a piece'), { target: { value: 'tom' } });
    again();
    expect(doc().instruments[0]?.pieces?.filter((piece) => piece.kind === 'tom')).toHaveLength(3);
    fireEvent.click(screen.getByRole('button', { name: 'Remove piece' }));
    expect(doc().instruments[0]?.pieces?.filter((piece) => piece.kind === 'tom')).toHaveLength(2);
  });
});

describe('strips', () => {
  test('what it hears: every source with three bands and its first reflection', () => {
    const table = open(boathouseKit());
    show(<HeardStrip table={table} id={named('Snare').id} units="metric" />);
    const rows = screen.getAllByRole('row').slice(1);
    expect(rows.map((row) => within(row).getByRole('rowheader').textContent)).toEqual(table.plan.sources.map((source) => source.name));
    for (const row of rows) expect(row.textContent).toMatch(/(wall|floor|ceiling), [\d.]+ ms, −?\d+ dB, dip/);
  });
  test('leak: wanted is said where it is the source itself, low margins carry a wedge', () => {
    const table = open(boathouseSessions()[4] as Session);
    show(<LeakStrip table={table} />);
    expect(screen.getAllByText('wanted')).toHaveLength(4);
    expect(screen.getAllByText(/▲/).length).toBeGreaterThan(0);
  });
  test('nothing leaks where nothing is there for one source alone', () => {
    const table = open(boathouseSessions()[2] as Session);
    show(<LeakStrip table={table} />);
    expect(screen.getByText(/no bleed to judge/)).toBeTruthy();
  });
  test('tone guide: words and numbers, and the move is made', () => {
    const table = open(boathouseKit());
    const { id, positionM } = named('Kick');
    show(<ToneStrip session={doc()} table={table} id={id} />);
    fireEvent.click(screen.getByRole('button', { name: 'Move it there: Out in front' }));
    expect(named('Kick').positionM.y).toBeGreaterThan(positionM.y + 0.3);
    expect(screen.getByText('round, soft, ambient')).toBeTruthy();
  });
  test('an overhead has no tone line of its own and is told to choose a close one', () => {
    const table = open(boathouseKit());
    show(<ToneStrip session={doc()} table={table} id={named('Overhead left').id} />);
    expect(screen.getByText(/Choose a close one/)).toBeTruthy();
  });
  test('balance: only where a player sings', () => {
    const table = open(boathouseKit());
    const { container } = show(<BalancePanel session={doc()} table={table} placed={named('Snare')} />);
    expect(container.textContent).toBe('');
  });
});

test('choosing: one, several, an instrument, nothing', () => {
  chooseMicrophone('a');
  chooseMicrophone('b', true);
  const selection = () => useViewStore.getState().selection;
  expect(selection()).toEqual({ of: 'microphones', ids: ['a', 'b'] });
  chooseMicrophone('a', true);
  expect(selection()).toEqual({ of: 'microphones', ids: ['b'] });
  chooseMicrophone('b', true);
  expect(selection()).toEqual({ of: 'nothing' });
  chooseInstrument('i');
  expect(selection()).toEqual({ of: 'instrument', id: 'i' });
  const kit = boathouseKit();
  const [pair] = kit.pairs;
  choosePair(pair?.id ?? '');
  expect(microphonesIn(selection(), kit)).toEqual([pair?.leftId, pair?.rightId]);
  setView({ stringsFrom: 'x/y' });
  chooseNothing();
  expect(useViewStore.getState()).toEqual(expect.objectContaining({ selection: { of: 'nothing' }, stringsFrom: null }));
});
