import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { arrivalTable } from '../arrivals';
import type { Brief, Session } from '../document';
import { gainSetting, patchInputs, proposalsFor, resolvePlan } from './index';

const asked = (session: Session, brief: Brief) => {
  const [instrument] = session.instruments;
  if (!instrument) throw new Error('an instrument is there');
  return proposalsFor({ ...session, brief }, instrument);
};

test('two or three, every one can be put up, none twice, for every session of the demo and without an answer', () => {
  for (const session of boathouseSessions()) {
    const found = asked(session, {});
    expect([session.name, found.length >= 2 && found.length <= 3]).toEqual([session.name, true]);
    expect(found.every(({ fit }) => fit.fits)).toBe(true);
    expect(new Set(found.map(({ recipe }) => recipe.id)).size).toBe(found.length);
  }
});

test('what is asked for is what comes first, and it says so', () => {
  const guitar = boathouseSessions()[1] as Session;
  const [wide] = asked(guitar, { picture: 'wide and alone' });
  expect(wide?.recipe.sounds).toContain('wide');
  expect(wide?.because.map(({ code }) => code)).toContain('because-wide');
  const [mono] = asked(guitar, { picture: 'mono in a dense mix' });
  expect(mono?.fit.microphones).toBe(1);
  const [apart] = asked(boathouseKit(), { together: 'together', roomShare: 'dry' });
  expect(apart?.recipe.isolation).not.toBe('little');
});

test('where trouble is mended in the mix, what keeps channels apart comes first and says so', () => {
  const [first] = asked(boathouseKit(), { fixHabit: 'in the mix' });
  expect(first?.recipe.isolation).not.toBe('little');
  expect(first?.because.map(({ code }) => code)).toContain('because-apart');
});

test('what is proposed hears the whole kit, whatever is asked', () => {
  for (const brief of [
    {},
    { together: 'together', roomShare: 'dry' },
    { picture: 'part of a band', together: 'together' },
    { roomShare: 'roomy' },
    { character: 'attack' },
  ] as const)
    for (const { recipe } of asked(boathouseKit(), brief)) {
      const only = new Set(recipe.microphones.map(({ target }) => target));
      expect([recipe.name, only.size > 1 || only.has(null)]).toEqual([recipe.name, true]);
    }
});

test('the level habit is what gains are told for: three quarters of the meter is 3 dB less than safe peaks', () => {
  const gainOf = (brief: Brief): number => {
    const session = { ...boathouseKit(), brief };
    const table = arrivalTable(resolvePlan(session));
    const [input] = patchInputs(session);
    const snare = session.microphones.find(({ name }) => name === 'Overhead left');
    if (!input || !snare) throw new Error('there is an input and an overhead');
    return gainSetting(table, snare.id, input)?.gainDb ?? Number.NaN;
  };
  expect(gainOf({ levelHabit: 'safe peaks' })).toBe(gainOf({}));
  expect(gainOf({}) - gainOf({ levelHabit: 'half to three quarters' })).toBe(3);
});
