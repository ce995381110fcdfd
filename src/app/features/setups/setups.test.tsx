import { ChakraProvider } from '@chakra-ui/react';
import { fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { boathouseKit } from '../../../../demo/boathouse';
import type { Session } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import { recipeById, recipesFor } from '../../../core/setups';
import { database } from '../../db/database';
import { setSession, undo, useSessionStore } from '../../stores/sessionStore';
import { system } from '../../theme/system';
import { Advice } from './Advice';
import { Compare } from './Compare';
import { NO_FILTERS, offersFor } from './filters';
import { SetupsStation } from './View';

const kit = boathouseKit();
const instrument = kit.instruments[0] as Instrument;
const bare: Session = { ...kit, microphones: [], pairs: [], patch: {} };
const show = (element: ReactElement, at = '/session/x/setups') =>
  render(
    <ChakraProvider value={system}>
      <MemoryRouter initialEntries={[at]}>
        <Routes>
          <Route path="/session/:id/setups" element={element} />
          <Route path="/session/:id/floor" element={<p>The Floor</p>} />
        </Routes>
      </MemoryRouter>
    </ChakraProvider>,
  );

beforeEach(async () => {
  await database.sessions.clear();
});

describe('filters', () => {
  test('without any, everything for the instrument is offered; what fits comes first', () => {
    const offers = offersFor(bare, instrument, NO_FILTERS);
    expect(offers).toHaveLength(recipesFor(instrument).length);
    const fits = offers.map(({ fit }) => fit.fits);
    expect(fits).toEqual([...fits].sort((a, b) => Number(b) - Number(a)));
  });
  test.each([1, 2, 4])('at most %d microphones', (most) => {
    const offers = offersFor(bare, instrument, { ...NO_FILTERS, most });
    expect(offers.length).toBeGreaterThan(0);
    expect(Math.max(...offers.map(({ fit }) => fit.microphones))).toBeLessThanOrEqual(most);
  });
  test('isolation asks for that much or more; sound for that word; fitting only for no hard reason', () => {
    expect(offersFor(bare, instrument, { ...NO_FILTERS, isolation: 'much' }).every(({ recipe }) => recipe.isolation === 'much')).toBe(true);
    expect(offersFor(bare, instrument, { ...NO_FILTERS, sound: 'roomy' }).every(({ recipe }) => recipe.sounds.includes('roomy'))).toBe(true);
    expect(offersFor(bare, instrument, { ...NO_FILTERS, fittingOnly: true }).every(({ fit }) => fit.fits)).toBe(true);
  });
  test('one input less makes a set-up of that many not fit', () => {
    const devices = bare.shelf.devices.map((device) => ({ ...device, inputs: device.inputs.slice(0, 3) }));
    const offer = offersFor({ ...bare, shelf: { ...bare.shelf, devices } }, instrument, NO_FILTERS).find(
      ({ recipe }) => recipe.id === 'kit-four-spaced',
    );
    expect(offer?.fit.fits).toBe(false);
    expect(offer?.fit.reasons).toContainEqual({ code: 'inputs-short', facts: { needed: 4, free: 3 } });
  });
});

describe('the chooser', () => {
  const doc = (): Session => useSessionStore.getState().doc as Session;
  test('a set-up is placed and the Floor opened; undo takes it away in one step', () => {
    setSession(bare);
    show(<SetupsStation />);
    const card = within(screen.getByRole('listitem', { name: 'Kick and one overhead' }));
    fireEvent.click(card.getByRole('button', { name: 'Place 2 microphones' }));
    expect(doc().microphones.map((microphone) => microphone.name)).toEqual(['Kick', 'Overhead']);
    expect(screen.getByText('The Floor')).toBeTruthy();
    undo();
    expect(doc().microphones).toEqual([]);
  });
  test('with microphones there already it replaces them, or adds', () => {
    setSession(kit);
    show(<SetupsStation />);
    const card = within(screen.getByRole('listitem', { name: 'Overhead pair alone' }));
    fireEvent.click(card.getByRole('button', { name: 'Replace the 4 there' }));
    expect(doc().microphones).toHaveLength(2);
  });
  test('more tells kinds, costs, what to listen for, the school and what to expect', () => {
    setSession(bare);
    show(<SetupsStation />);
    const card = within(screen.getByRole('listitem', { name: 'Kick, snare and a spaced pair' }));
    fireEvent.click(card.getByRole('button', { name: 'More' }));
    for (const term of ['Kinds that fit', 'Costs', 'Sounds', 'Listen for', 'School', 'Expect'])
      expect(card.getAllByText(`${term}:`).length).toBeGreaterThan(0);
  });
  test('an empty room is asked what is played; then set-ups that fit are proposed, and the others are a press away', () => {
    setSession({ ...bare, instruments: [] });
    show(<SetupsStation />);
    expect(screen.queryByRole('list', { name: 'Proposed set-ups' })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Add it' }));
    expect(doc().instruments).toHaveLength(1);
    const proposed = within(screen.getByRole('list', { name: 'Proposed set-ups' })).getAllByRole('listitem');
    expect(proposed.length).toBeGreaterThan(1);
    expect(proposed.length).toBeLessThanOrEqual(3);
    const names = screen.getAllByRole('listitem', { hidden: true }).flatMap((item) => item.getAttribute('aria-label') ?? []);
    expect(new Set(names).size).toBe(names.length);
    expect(names.length).toBeGreaterThan(20);
  });
});

test('compared: one source on one scale, and facts of both', () => {
  const recipes = ['kit-four-spaced', 'kit-mono-overhead'].map((id) => recipeById(id) as NonNullable<ReturnType<typeof recipeById>>);
  show(<Compare session={bare} instrument={instrument} recipes={recipes} onClose={() => undefined} />);
  expect(screen.getAllByText(/The snare reaches each microphone after/)).toHaveLength(2);
  expect(screen.getByText('one channel')).toBeTruthy();
  expect(screen.getAllByText(/of 60°/)).toHaveLength(1);
});

test('kinds: loud drums want a moving-coil; a quiet player in a quiet room a condenser; the schools are named', () => {
  show(<Advice session={{ ...bare, room: { ...bare.room, absorption: 0.35 } }} instrument={{ ...instrument, kind: 'guitar', variant: 'concert' }} />);
  fireEvent.click(screen.getByRole('button', { name: 'Quiet playing' }));
  expect(screen.getByText('large-diaphragm condenser')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'All kinds and schools' }));
  expect(screen.getByText(/a condenser always wins/)).toBeTruthy();
  expect(screen.getByText(/In an untreated or noisy room, a dynamic, close/)).toBeTruthy();
});
