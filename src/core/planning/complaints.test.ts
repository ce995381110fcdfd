import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { arrivalTable, directToRoomDb } from '../arrivals';
import { sourceKey } from '../ids';
import { COMPLAINTS } from '../setups';
import { remediesFor } from './complaints';
import { findingsOf, onPaper, RANK, ranksOf } from './onPaper';
import { resolvePlan } from './resolve';

const named = (name: string): string => boathouseKit().microphones.find((one) => one.name === name)?.id ?? '';

describe('from a complaint to a small move', () => {
  it('brings nothing grave, moves at most two ways, and does what it says by the model', () => {
    let told = 0;
    for (const session of boathouseSessions())
      for (const { id } of session.microphones.slice(0, 1))
        for (const complaint of COMPLAINTS) {
          const remedies = remediesFor(session, id, complaint);
          expect(remedies.length).toBeLessThanOrEqual(2);
          for (const { move, gain } of remedies) {
            told++;
            const next = onPaper(session, move);
            if (!next) throw new Error('it cannot be done');
            const before = ranksOf(findingsOf(session));
            const worse = [...ranksOf(findingsOf(next))].filter(([key, rank]) => rank < RANK.note && rank < (before.get(key) ?? 3));
            expect(worse).toEqual([]);
            if (gain !== null) expect(gain).toBeGreaterThan(0);
          }
        }
    expect(told).toBeGreaterThan(10);
  });

  it('goes closer against too much room, and the room then lies lower (common practice)', () => {
    const kit = boathouseKit();
    const snare = named('Snare');
    const [first] = remediesFor(kit, snare, 'roomy');
    expect(first?.act.code).toBe('move-closer');
    const room = (session: typeof kit): number => {
      const table = arrivalTable(resolvePlan(session));
      const m = table.plan.microphones.findIndex(({ id }) => id === snare);
      const s = table.plan.sources.findIndex(({ id }) => id === 'snare');
      const arrival = table.rows[m]?.[s];
      return arrival ? directToRoomDb(arrival) : 0;
    };
    const next = first && onPaper(kit, first.move);
    expect(next && room(next) - room(kit)).toBeCloseTo(first?.gain ?? 0, 6);
  });

  it('goes farther from a directional microphone’s source against boom: that is proximity (common practice)', () => {
    expect(remediesFor(boathouseKit(), named('Snare'), 'boomy')[0]?.act.code).toBe('move-farther');
  });

  it('turns from what the take says bleeds most, whatever the model says of it', () => {
    const kit = boathouseKit();
    const snare = named('Snare');
    const table = arrivalTable(resolvePlan(kit));
    const row = table.rows[table.plan.microphones.findIndex(({ id }) => id === snare)] ?? [];
    const own = row[table.plan.sources.findIndex(({ id }) => id === 'snare')]?.levelDb ?? 0;
    const marginOf = (session: typeof kit, source: string): number => {
      const then = arrivalTable(resolvePlan(session));
      const [m, s, o] = [
        then.plan.microphones.findIndex(({ id }) => id === snare),
        then.plan.sources.findIndex(({ id }) => id === source),
        then.plan.sources.findIndex(({ id }) => id === 'snare'),
      ];
      return (then.rows[m]?.[o]?.levelDb ?? 0) - (then.rows[m]?.[s]?.levelDb ?? 0);
    };
    let differ = 0;
    for (const source of table.plan.sources.filter(({ id }) => id !== 'snare')) {
      // The take has this one as loud as the snare, and everything else far below.
      const heard = new Map(
        table.plan.sources.flatMap((one, s) => (own - (row[s]?.levelDb ?? 0) === 0 ? [] : [[sourceKey(one), one === source ? 0 : 40] as const])),
      );
      const [first] = remediesFor(kit, snare, 'bleed', heard);
      const next = first && onPaper(kit, first.move);
      if (!first || !next) continue;
      differ++;
      // What it gains is what this source goes down by against its own.
      expect(marginOf(next, source.id) - marginOf(kit, source.id)).toBeCloseTo(first.gain ?? 0, 6);
    }
    expect(differ).toBeGreaterThan(3);
  });

  it('keeps a pair together, and answers nothing of a locked microphone', () => {
    const kit = boathouseKit();
    const [left] = kit.pairs;
    const remedies = remediesFor(kit, left?.leftId ?? '', 'roomy');
    expect(remedies.length).toBeGreaterThan(0);
    for (const { move } of remedies) expect(move.kind).toBe('joint');
    const snare = named('Snare');
    const locked = { ...kit, microphones: kit.microphones.map((one) => (one.id === snare ? { ...one, locked: true } : one)) };
    expect(remediesFor(locked, snare, 'roomy')).toEqual([]);
  });
});
