import { BOATHOUSE_SHELF } from '../../../demo/boathouse';
import { sayFinding } from '../../words';
import { arrivalTable, swayOf } from '../arrivals';
import { addInstrument, applyMove, editMicrophone, newSession, type Session } from '../document';
import { geometryOf, type Instrument, type InstrumentKind } from '../instruments';
import { add, scale, type Vec3 } from '../math';
import { placeSetup, resolvePlan } from '../planning';
import { recipeById } from '../setups';
import { checkPlan, type Finding } from './index';

const inWords = (finding: Finding): string => sayFinding(finding, 'metric');

function up(recipeId: string, kind: InstrumentKind, variant: string): Session {
  const recipe = recipeById(recipeId);
  if (!recipe) throw new Error(recipeId);
  const instrument: Instrument = { id: 'i', kind, variant, name: 'i', positionM: { x: 2.5, y: 2 }, rotationDeg: 30, mirrored: false };
  const empty: Session = { ...newSession('s', 's', '2026-01-01T00:00:00.000Z', BOATHOUSE_SHELF) };
  let ids = 0;
  return placeSetup(addInstrument(instrument)(empty), recipe, 'i', () => `m${++ids}`).session;
}

const found = (session: Session, code: string): Finding | undefined =>
  checkPlan(arrivalTable(resolvePlan(session))).find((finding) => finding.code === code);
const put = (session: Session, positionM: Vec3, aimM: Vec3): Session => editMicrophone('m1', { positionM, aimM, stand: null })(session);

/** Where each is wrong, and the finding that must say so; nothing says it of the set-up as placed (common practice). */
const WRONG = [
  ['guitar-fret-12', 'guitar', 'dreadnought', 'sound-hole', 'guitar', 0.12],
  ['trumpet-axis', 'brass', 'trumpet', 'bell-in', 'bell', 0.02],
] as const;

test.each(WRONG)(
  '%s: straight before it, close, is told and the move mends it; as placed it is not',
  (recipe, kind, variant, code, sourceId, outM) => {
    const session = up(recipe, kind, variant);
    expect(found(session, code)).toBeUndefined();
    const geometry = geometryOf(session.instruments[0] as Instrument);
    const side = geometry.sources.find(({ id }) => id === sourceId)?.sides[0];
    const from = code === 'sound-hole' ? geometry.marks.find(({ id }) => id === 'sound-hole')?.positionM : side?.positionM;
    if (!side || !from) throw new Error(code);
    const wrong = put(session, add(from, scale(side.normal, outM)), from);
    const finding = found(wrong, code);
    expect(finding?.severity).toBe('improve');
    expect(finding && inWords(finding)).toMatch(/\d cm/);
    if (!finding?.move) throw new Error('a move');
    expect(found(applyMove(finding.move)(wrong), code)).toBeUndefined();
  },
);

test('level with a hat’s edge is in its jet; the move takes it above', () => {
  const session = up('hat-bell', 'drum-kit', 'four-piece');
  expect(found(session, 'hat-jet')).toBeUndefined();
  const hat = geometryOf(session.instruments[0] as Instrument).marks.find(({ id }) => id === 'hat-edge-left')?.positionM as Vec3;
  const wrong = put(session, { ...hat, x: hat.x - 0.04, z: hat.z - 0.02 }, hat);
  const finding = found(wrong, 'hat-jet');
  if (!finding?.move) throw new Error('a move');
  expect(found(applyMove(finding.move)(wrong), 'hat-jet')).toBeUndefined();
});

test('sway: the closer the more, least for a clip-on (inverse distance law: 20 cm ± 10 cm is about 9.5 dB in the open, and proximity)', () => {
  const span = (recipe: string, kind: InstrumentKind, variant: string): number => {
    const plan = resolvePlan(up(recipe, kind, variant));
    const [microphone, source] = [plan.microphones[0], plan.sources[0]];
    return microphone && source ? swayOf(microphone, source, plan).levelDb : Number.NaN;
  };
  expect(span('voice-one', 'voice', 'singer')).toBeGreaterThan(7);
  expect(span('voice-one', 'voice', 'singer')).toBeLessThan(15);
  expect(span('voice-back', 'voice', 'singer')).toBeLessThan(span('voice-one', 'voice', 'singer'));
  const plan = resolvePlan(up('voice-one', 'voice', 'singer'));
  const [microphone, source] = [plan.microphones[0], plan.sources[0]];
  if (!microphone || !source) throw new Error('a voice');
  expect(swayOf({ ...microphone, model: { ...microphone.model, kind: 'clip-on' } }, source, plan)).toEqual({ levelDb: 0, toneDb: 0 });
});
