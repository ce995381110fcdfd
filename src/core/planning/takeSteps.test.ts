import { boathouseSessions } from '../../../demo/boathouse';
import { sayTold } from '../../words';
import { familyOf, INSTRUMENT_KINDS, type Instrument } from '../instruments';
import { guidedList, guidedSecondsOf, guidedSteps, takeActs, takeSteps } from './takeSteps';

const alone = (kind: Instrument['kind'], choices: Record<string, string> = {}): Instrument =>
  ({
    id: 'one',
    kind,
    name: 'It',
    variant: Object.keys(familyOf(kind).variants)[0],
    positionM: { x: 2, y: 2 },
    turnedDeg: 0,
    choices,
  }) as unknown as Instrument;
const microphones = (count: number): never => Array.from({ length: count }, (_, i) => ({ id: `m${i}` })) as never;
const said = (instruments: readonly Instrument[], count = 2): string[] =>
  takeSteps({ instruments: instruments as never, microphones: microphones(count) }).map(({ told }) => sayTold(told, 'metric'));

describe('what to play for a take', () => {
  it('says something of every kind of instrument, and ends with the music', () => {
    for (const kind of INSTRUMENT_KINDS) {
      const steps = said([alone(kind)]);
      expect(steps.length).toBeGreaterThan(1);
      expect(steps.at(-1)).toBe('As in the take');
    }
  });

  it('tells nobody who plays another instrument to strike a drum', () => {
    for (const kind of INSTRUMENT_KINDS.filter((one) => !['drum-kit', 'hand-drums', 'mallets'].includes(one))) {
      expect(said([alone(kind)]).join(' ')).not.toMatch(/drum|strike/);
      const acts = takeActs({ instruments: [alone(kind)] as never });
      expect(acts && sayTold(acts, 'metric')).not.toMatch(/drum|strike/);
    }
  });

  it('asks a guitarist who sings for both', () => {
    expect(said([alone('guitar')])).toEqual(['It, each open string once', 'As in the take']);
    expect(said([alone('guitar', { voice: 'yes' })]).join(' ')).toContain('4 short notes');
  });

  it('takes the drums of a kit one by one, and then everybody together', () => {
    const [kit] = boathouseSessions();
    const drums = kit?.instruments.find(({ kind }) => kind === 'drum-kit');
    const steps = said([drums as Instrument, alone('brass')]);
    expect(steps.filter((step) => step.endsWith('4 strokes')).length).toBeGreaterThan(4);
    expect(steps).toContain('Snare, 4 strokes');
    expect(steps.at(-1)).toBe('All together, as in the take');
  });

  it('hears the music at once through one microphone', () => {
    expect(said([alone('drum-kit')], 1)).toEqual(['As in the take']);
  });

  it('holds its breath once in a guided take: before the playing here, last of all on the card', () => {
    const [kit] = boathouseSessions();
    if (!kit) throw new Error('there is no demo');
    expect(guidedSteps(kit).slice(1)).toEqual(takeSteps(kit));
    const [still] = guidedSteps(kit);
    expect(still && sayTold(still.told, 'metric')).toBe('Hold still: nobody plays, nobody moves');
    expect(guidedList(kit).at(-1)).toBe(still);
    expect(guidedList(kit).filter(({ id }) => id === still?.id)).toHaveLength(1);
    // 5 s a basket, two clicks of 4 s, and 3 s of silence.
    const baskets = guidedList(kit).filter(({ tap }) => tap !== undefined).length;
    expect(guidedSecondsOf(kit)).toBe(5 * baskets + 8 + 3);
  });
});
