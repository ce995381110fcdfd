import { BOATHOUSE_SHELF } from '../../../demo/boathouse';
import { arrivalTable } from '../arrivals';
import { addInstrument, editMicrophone, newSession, type Session } from '../document';
import type { Instrument, InstrumentKind } from '../instruments';
import { placeSetup, resolvePlan } from '../planning';
import { recipeById } from '../setups';
import { eveningMove, evenness } from './index';

function up(recipeId: string, kind: InstrumentKind, variant: string): Session {
  const recipe = recipeById(recipeId);
  if (!recipe) throw new Error(recipeId);
  const instrument: Instrument = { id: 'i', kind, variant, name: 'i', positionM: { x: 2.7, y: 2 }, rotationDeg: 0, mirrored: false };
  const empty: Session = newSession('s', 's', '2026-01-01T00:00:00.000Z', BOATHOUSE_SHELF);
  let ids = 0;
  return placeSetup(addInstrument(instrument)(empty), recipe, 'i', () => `m${++ids}`).session;
}

const tableOf = (session: Session) => arrivalTable(resolvePlan(session));

test('a spaced pair over the hammers: bass in one, treble in the other, and together more even than either (common practice)', () => {
  const session = up('grand-hammers', 'grand-piano', 'parlour');
  const even = evenness(tableOf(session), ['m1', 'm2'], 'i');
  const [left, right] = even?.perChannel ?? [];
  expect(left?.lowOverHighDb).toBeGreaterThan(right?.lowOverHighDb ?? Number.NaN);
  expect(Math.abs(even?.summedDb ?? Number.NaN)).toBeLessThan(Math.max(Math.abs(left?.lowOverHighDb ?? 0), Math.abs(right?.lowOverHighDb ?? 0)));
});

test('the sum is the energy of both channels', () => {
  const session = up('upright-back', 'upright-piano', 'studio');
  const table = tableOf(session);
  const level = (m: number, id: string): number => table.rows[m]?.[table.plan.sources.findIndex((source) => source.id === id)]?.levelDb ?? Number.NaN;
  const both = (id: string): number => 10 * Math.log10(10 ** (level(0, id) / 10) + 10 ** (level(1, id) / 10));
  expect(evenness(table, ['m1', 'm2'], 'i')?.summedDb).toBeCloseTo(both('bass') - both('treble'), 9);
});

test('the move does what it says, and a drum kit has no ends', () => {
  const session = up('grand-lid-one', 'grand-piano', 'parlour');
  const plan = resolvePlan(session);
  const move = plan.microphones[0] && eveningMove(arrivalTable(plan), plan.microphones[0], 'i');
  if (!move) throw new Error('a move');
  const after = tableOf(editMicrophone('m1', { positionM: move.positionM, aimM: move.aimM })(session));
  expect(evenness(after, ['m1'], 'i')?.perChannel[0]?.lowOverHighDb).toBeCloseTo(move.afterDb, 2);
  expect(Math.abs(move.afterDb)).toBeLessThan(Math.abs(move.beforeDb) - 0.4);
  expect(evenness(tableOf(up('kit-overhead-pair', 'drum-kit', 'four-piece')), ['m1', 'm2'], 'i')).toBeNull();
});
