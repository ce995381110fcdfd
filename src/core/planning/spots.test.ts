import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { addFurnishing, commit, moveInstrument, nameSurface, type Session } from '../document';
import { FURNISHING_MODELS, newFurnishing } from '../furnishings';
import { meanAbsorption, roomSurfaceM2 } from '../room';
import { heardRoom, rankSpots, roomFlutters, whatToHang } from './index';
import { findingsOf, RANK } from './onPaper';

const grave = (session: Session): Set<string> =>
  new Set(
    findingsOf(session)
      .filter(({ severity }) => RANK[severity] < 2)
      .map(({ id }) => id),
  );
const NOW = '2026-11-26T10:00:00.000Z';

test('a place that is shown raises no new finding when the instrument is moved there, in every session of the demo', () => {
  for (const session of boathouseSessions())
    for (const { id, rotationDeg } of session.instruments) {
      const map = rankSpots(session, id);
      const before = grave(session);
      for (const { positionM } of map?.best ?? []) {
        const moved = commit(session, moveInstrument(id, positionM, rotationDeg), NOW);
        if (moved.kind !== 'changed') throw new Error(moved.kind);
        expect([session.name, [...grave(moved.session)].filter((finding) => !before.has(finding))]).toEqual([session.name, []]);
      }
    }
});

test('places shown are apart, in order, and better than any left out beside them', () => {
  const map = rankSpots(boathouseKit(), 'demo-instrument');
  expect(map?.best).toHaveLength(3);
  const scores = map?.best.map(({ score }) => score.score) ?? [];
  expect(scores).toEqual([...scores].sort((a, b) => b - a));
  expect(Math.max(...(map?.scores ?? []))).toBeCloseTo(scores[0] ?? 0, 9);
});

test.each([
  [60, 60, 30],
  [1.2, 1.2, 2.1],
  [2.2, 9, 2],
])('a room of %d × %d × %d m is looked over, not more than 64 × 64 places, every score a score', (widthM, depthM, heightM) => {
  const kit = boathouseKit();
  const map = rankSpots({ ...kit, room: { ...kit.room, widthM, depthM, heightM } }, 'demo-instrument');
  expect(map && map.columns <= 64 && map.rows <= 64).toBe(true);
  for (const score of map?.scores ?? []) expect(score === -1 || (score >= 0 && score <= 100)).toBe(true);
});

test('an instrument that is not there has no places', () => {
  expect(rankSpots(boathouseKit(), 'nobody')).toBeNull();
});

test('what to hang: each lowers the decay, and of two bare walls that flutter one of them comes before the other four', () => {
  const kit = boathouseKit();
  const bare = [nameSurface('left wall', 'brick'), nameSurface('right wall', 'concrete')].reduce<Session>((session, command) => {
    const result = commit(session, command, NOW);
    return result.kind === 'changed' ? result.session : session;
  }, kit);
  const advice = whatToHang(bare);
  for (const { beforeS, afterS } of advice) expect(afterS).toBeLessThan(beforeS);
  expect(['left wall', 'right wall']).toContain(advice[0]?.surface);
  expect(advice[0]?.ends?.between).toEqual(['left wall', 'right wall']);
});

test('what was put where it is advised is heard: the flutter is gone, the decay is shorter, and it is not advised again for that', () => {
  const kit = boathouseKit();
  const change = (session: Session, command: Parameters<typeof commit>[1]): Session => {
    const result = commit(session, command, NOW);
    if (result.kind !== 'changed') throw new Error(result.kind);
    return result.session;
  };
  const bare = change(change(kit, nameSurface('left wall', 'brick')), nameSurface('right wall', 'concrete'));
  expect(roomFlutters(bare).map(({ between }) => between[0])).toEqual(['left wall']);
  const curtain = newFurnishing('curtain', { id: 'c', positionM: { x: 0.1, y: 2.3 }, rotationDeg: 90 }, [], bare.room.heightM);
  const hung = change(bare, addFurnishing(curtain));
  expect(roomFlutters(hung)).toEqual([]);
  expect(whatToHang(hung)[0]?.ends ?? null).toBeNull();
  // Turned away from the wall, or out in the room, it ends nothing.
  for (const off of [{ rotationDeg: 0 }, { positionM: { x: 2.5, y: 2.3 } }])
    expect(roomFlutters(change(bare, addFurnishing({ ...curtain, ...off })))).toHaveLength(1);
});

test('a panel on the Floor counts in the room that is told of as it does in the paths: its two faces, in every octave', () => {
  const kit = boathouseKit();
  const panel = newFurnishing('panel', { id: 'p', positionM: { x: 4, y: 2 }, rotationDeg: 90 }, [], kit.room.heightM);
  const result = commit(kit, addFurnishing(panel), NOW);
  if (result.kind !== 'changed') throw new Error(result.kind);
  const area = 2 * panel.widthM * panel.heightM * FURNISHING_MODELS.panel.absorption;
  expect(meanAbsorption(heardRoom(result.session))).toBeCloseTo(kit.room.absorption + area / roomSurfaceM2(kit.room), 9);
});
