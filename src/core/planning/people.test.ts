import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { sayMetric as said } from '../../words';
import { addInstrument, newSession, type Session } from '../document';
import type { Instrument } from '../instruments';
import { checklistFor, earLevelDba, hearingCaution, overheadCaution, overheads } from './index';

const KIT = boathouseKit();
const playing = (kind: Instrument['kind'], variant: string): Session =>
  addInstrument({ id: 'i', kind, variant, name: 'i', positionM: { x: 2.5, y: 2 }, rotationDeg: 0, mirrored: false })(
    newSession('s', 's', '2026-01-01T00:00:00.000Z', KIT.shelf),
  );

describe('booms over people and instruments', () => {
  test('the demo’s own pair over a seated drummer is cautioned about, with how far it is above what', () => {
    const caution = overheadCaution(KIT);
    expect(said(caution)).toMatch(/^Overhead (left|right) and Overhead (left|right): booms hang over/);
    expect(said(caution)).toMatch(/Local rules for overhead loads come first\.$/);
    for (const { heightM, momentKgM } of overheads(KIT)) {
      expect(heightM).toBeGreaterThan(0.1);
      expect(momentKgM).toBeGreaterThan(0);
    }
    expect(checklistFor(KIT, 'before plugging').map(({ item }) => item.id)).toContain('overhead');
    expect(checklistFor(KIT, 'before plugging').find(({ item }) => item.id === 'overhead')?.said).toEqual(caution);
  });
  test('without booms nothing is said; a high microphone that is over nobody is none', () => {
    const bare = { ...KIT, microphones: KIT.microphones.map((placed) => ({ ...placed, stand: null })) };
    expect(overheadCaution(bare)).toBeNull();
    const away = { ...KIT, instruments: [] };
    expect(overheadCaution(away)).toBeNull();
  });
});

describe('hearing, by the level of any instrument', () => {
  // NIOSH 98-126: 85 dBA for eight hours, halved for each 3 dB: 108 dBA is 480 / 2^(23/3) = 2.4 min.
  test('a measured level rules, and says how long', () => {
    const loud = { ...playing('guitar', 'concert'), ready: { ...KIT.ready, playedDba: 108 } };
    expect(earLevelDba(loud)).toBe(108);
    expect(said(hearingCaution(loud))).toBe(
      'About 108 dBA at the player’s ears: protect the ears of everybody in the room; 2 min a day is the recommended limit. Local rules come first.',
    );
    expect(hearingCaution({ ...loud, ready: { ...loud.ready, playedDba: 84 } })).toBeNull();
  });
  test('trombone, saxophone and hand drums are cautioned about as drums are, an upright softly played is not', () => {
    for (const [kind, variant] of [
      ['brass', 'trombone'],
      ['hand-drums', 'conga-pair'],
      ['drum-kit', 'four-piece'],
    ] as const) {
      const session = playing(kind, variant);
      expect([kind, hearingCaution(session) !== null]).toEqual([kind, true]);
      expect([kind, checklistFor(session, 'before the first take').map(({ item }) => item.id)]).toEqual([kind, expect.arrayContaining(['ears'])]);
    }
    const soft = { ...playing('guitar', 'concert'), brief: { ...KIT.brief, loudness: 'soft' as const } };
    expect(hearingCaution(soft)).toBeNull();
    expect(checklistFor(soft, 'before the first take').map(({ item }) => item.id)).not.toContain('ears');
  });
});

test('stands of every demo session stand with their feet in the room', () => {
  for (const session of boathouseSessions()) {
    const { widthM, depthM } = session.room;
    for (const { name, stand } of session.microphones) {
      const model = session.shelf.stands.find(({ id }) => id === stand?.modelId);
      if (!stand || !model || model.reachM === 0) continue;
      const { x, y } = stand.baseM;
      expect([session.name, name, Math.min(x, y, widthM - x, depthM - y) >= model.footprintM - 0.001]).toEqual([session.name, name, true]);
    }
  }
});
