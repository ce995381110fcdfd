import { boathouseSessions } from '../../../demo/boathouse';
import { arrivalTable } from '../arrivals';
import {
  ALIGN_HABITS,
  type Brief,
  CHARACTERS,
  DESKS,
  ENSEMBLES,
  FIX_HABITS,
  LEVEL_HABITS,
  LOUDNESSES,
  PICTURES,
  plugAll,
  ROOM_SHARES,
  type Session,
  STEADINESSES,
} from '../document';
import { inputList } from '../exchange';
import { renderTake } from '../render';
import { cableLengthM } from './cableLength';
import {
  briefWords,
  CHECK_TIMES,
  checklistFor,
  earLevelDba,
  gainSetting,
  partFindings,
  patchInputs,
  proposalsFor,
  resolvePlan,
  wantedLevelDb,
} from './index';

const SESSIONS = boathouseSessions();
const answered = (session: Session, brief: Brief): Session => ({ ...session, brief });

/** What is proposed for every instrument of the demo, with its reasons. */
const proposed = (brief: Brief): unknown =>
  SESSIONS.map((session) =>
    session.instruments.map((instrument) => proposalsFor(answered(session, brief), instrument).map(({ recipe, because }) => [recipe.id, because])),
  );
const [KIT] = SESSIONS as [Session];
const kitWith = (brief: Brief): Session =>
  answered(plugAll(Object.fromEntries(KIT.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`])))(KIT), brief);
const listed = (brief: Brief): unknown =>
  SESSIONS.map((session) => CHECK_TIMES.map((when) => checklistFor(answered(session, brief), when).map(({ item, said }) => said ?? item.id)));
const gains = (brief: Brief): unknown => {
  const session = kitWith(brief);
  const table = arrivalTable(resolvePlan(session));
  return session.microphones.map(({ id }, i) => gainSetting(table, id, patchInputs(session)[i] as never)?.gainDb);
};

/** For every answer of the brief: values to flip between, and the output that hangs on it. A field that has none does not compile. */
const ANSWERS: { readonly [K in keyof Required<Brief>]: { readonly values: readonly Brief[K][]; readonly output: (brief: Brief) => unknown } } = {
  together: { values: [undefined, ...ENSEMBLES], output: proposed },
  loudness: { values: LOUDNESSES, output: (brief) => earLevelDba(answered(KIT, brief)) },
  picture: { values: [undefined, ...PICTURES], output: proposed },
  character: { values: [undefined, ...CHARACTERS], output: proposed },
  roomShare: { values: [undefined, ...ROOM_SHARES], output: proposed },
  levelHabit: { values: LEVEL_HABITS.filter((habit) => habit !== 'balanced at unity'), output: gains },
  steadiness: { values: [undefined, ...STEADINESSES], output: gains },
  fixHabit: { values: [undefined, ...FIX_HABITS], output: proposed },
  alignHabit: { values: [undefined, ...ALIGN_HABITS], output: briefWords },
  away: { values: [false, true], output: listed },
  visits: { values: ['one', 'many'], output: listed },
  key: { values: [undefined, 'A minor'], output: briefWords },
  tempoBpm: { values: [undefined, 96], output: listed },
  bitDepth: { values: [16, 24, 32], output: briefWords },
  levelsDb: {
    values: [{}, Object.fromEntries(SESSIONS.flatMap(({ instruments }) => instruments.map(({ id }, i) => [id, -3 * (i + 1)])))],
    output: (brief) => SESSIONS.map((session) => session.instruments.map((one) => wantedLevelDb(answered(session, brief), one))),
  },
  desk: { values: DESKS, output: (brief) => resolvePlan(kitWith(brief)).microphones.map((one) => cableLengthM(kitWith(brief), one, 'eight-input')) },
  desks: {
    values: [{}, { 'eight-input': 'back right' }],
    output: (brief) => resolvePlan(kitWith(brief)).microphones.map((one) => cableLengthM(kitWith(brief), one, 'eight-input')),
  },
  namePattern: {
    values: [undefined, '{label}'],
    output: (brief) => inputList(kitWith(brief), arrivalTable(resolvePlan(KIT))).map(({ fileName }) => fileName),
  },
  parts: {
    values: [[], [{ name: 'B', against: 'A', pan: 'left', click: false }]],
    output: (brief) => partFindings(brief.parts ?? []),
  },
};

test.each(Object.entries(ANSWERS))(
  'every answer to “%s” is read by somebody: flipped alone it changes what it is for',
  (field, { values, output }) => {
    const outputs = (values as readonly unknown[]).map((value) => JSON.stringify(output({ [field]: value } as Brief)));
    expect([field, new Set(outputs).size]).toEqual([field, values.length]);
  },
);

test('a practice take’s loudest peaks land where the habit wants them, so that Check finds what Patch aimed at', () => {
  for (const [levelHabit, dbfs] of [
    ['safe peaks', -12],
    ['half to three quarters', -15],
    ['32-bit float', -20],
    ['very steady', -9],
    ['unsteady', -15],
  ] as const) {
    const brief: Brief = levelHabit === 'very steady' || levelHabit === 'unsteady' ? { steadiness: levelHabit } : { levelHabit };
    const take = renderTake(resolvePlan(kitWith(brief)), { seed: 5 });
    for (const { samples } of take.channels) {
      const peak = 20 * Math.log10(samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0));
      expect([levelHabit, Math.abs(peak - dbfs) < 4]).toEqual([levelHabit, true]);
    }
  }
});
