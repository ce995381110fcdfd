import { arrivalTable, type Plan, type PlanMicrophone } from '../arrivals';
import { samplesInFile } from '../chain';
import { MICROPHONE, type PlacedMicrophone, panOf, panWords } from '../document';
import { type InputAddress, inputAddress, sourceKey } from '../ids';
import { distance, dot, normalize, subtract, type Vec3 } from '../math';
import { gainSetting, outboardOf, patchInputs } from '../planning';
import { asLength, asList, asMidway, asNumber, degreesFromRadians, type Fact, type Told } from '../units';
import { type Change, plainlyTold, type Stood } from './change';
import { type ChangeCode, tell } from './codes';

/** Less than this is the same place, or the same way: no hand sets a stand finer. */
const SAME_PLACE_M = 0.002;
const SAME_WAY_DEG = 0.5;
const SAME_GAIN_DB = 0.5;

const angleBetweenDeg = (a: Vec3, b: Vec3): number => degreesFromRadians(Math.acos(Math.min(1, Math.max(-1, dot(normalize(a), normalize(b))))));

/** How far a microphone went, told by its height and by its string to what it is there for, or to the nearest source. */
function placeTold(before: Plan, after: Plan, a: PlanMicrophone, b: PlanMicrophone): Told {
  const moved = distance(a.positionM, b.positionM);
  const up = b.positionM.z - a.positionM.z;
  const source =
    after.sources.find((one) => sourceKey(one) === b.targetKey) ??
    [...after.sources].sort((s, t) => distance(s.sides[0].positionM, b.positionM) - distance(t.sides[0].positionM, b.positionM))[0];
  const then = source && before.sources.find((one) => sourceKey(one) === sourceKey(source));
  const longer = source && then ? distance(source.sides[0].positionM, b.positionM) - distance(then.sides[0].positionM, a.positionM) : 0;
  const parts = [
    ...(Math.abs(up) >= 0.005 ? [tell(up > 0 ? 'higher' : 'lower', { by: asLength(Math.abs(up)) })] : []),
    ...(source && Math.abs(longer) >= 0.005
      ? [tell(longer > 0 ? 'string-longer' : 'string-shorter', { source: asMidway(source.name), by: asLength(Math.abs(longer)) })]
      : []),
  ];
  return tell(parts.length ? 'stands-away-so' : 'stands-away', { name: b.name, far: asLength(moved), parts: asList(parts, 'comma') });
}

/** The same microphone in both set-ups. */
interface Both {
  readonly before: Stood;
  readonly after: Stood;
  readonly a: PlacedMicrophone;
  readonly b: PlacedMicrophone;
  readonly pa: PlanMicrophone;
  readonly pb: PlanMicrophone;
}

/** What is said of some fields together, where one of them differs; null says nothing of what no hand could set. */
interface Group {
  readonly kind: Change['kind'];
  readonly fields: readonly (keyof PlacedMicrophone | 'patch')[];
  readonly told: (both: Both) => Told | null;
}

const shifted = (name: string, samples: number, [later, earlier]: readonly [ChangeCode, ChangeCode]): Told =>
  tell(samples > 0 ? later : earlier, { name, samples: asNumber(Math.abs(samples), 0) });

const moved = ({ a, b }: Both): boolean => distance(a.positionM, b.positionM) > SAME_PLACE_M;

const inputName = ({ session }: Stood, address: InputAddress | undefined): Fact =>
  patchInputs(session).find((one) => inputAddress(one) === address)?.name ?? tell('none');

const through = ({ session }: Stood, id: string): Fact => outboardOf(session, id)?.name ?? tell('a-cable-alone');

const asPattern = (pattern: string): string => pattern.replaceAll('-', ' ');

/** Fields that are told together or better than by their names; the others are told one by one. */
const GROUPS: readonly Group[] = [
  {
    kind: 'microphone',
    fields: ['modelId'],
    told: ({ b, pa, pb }) => tell('another-kind', { name: b.name, is: pb.model.name, was: pa.model.name }),
  },
  { kind: 'microphone', fields: ['name'], told: ({ a, b }) => tell('renamed', { was: a.name, is: b.name }) },
  {
    kind: 'place',
    // Who moves a stand aims anew: that is told by itself only where nothing moved.
    fields: ['positionM', 'aimM', 'stand', 'setupId'],
    told: (both) => {
      const { before, after, a, b, pa, pb } = both;
      if (moved(both)) return placeTold(before.plan, after.plan, pa, pb);
      const turned = angleBetweenDeg(subtract(a.aimM, a.positionM), subtract(b.aimM, b.positionM));
      if (turned > SAME_WAY_DEG) return tell('turned', { name: b.name, angle: asNumber(turned, 0) });
      if (JSON.stringify(a.stand) !== JSON.stringify(b.stand)) return tell('stand-another', { name: b.name });
      return null;
    },
  },
  {
    kind: 'switch',
    fields: ['pattern'],
    told: ({ a, b }) => tell('pattern-set', { name: b.name, is: asPattern(b.pattern), was: asPattern(a.pattern) }),
  },
  {
    kind: 'switch',
    fields: ['cable', 'cableChanges', 'madeUp'],
    told: ({ b }) => tell(b.cable === 'reversed' ? 'cable-reversed' : 'cable-changed', { name: b.name }),
  },
  {
    kind: 'switch',
    fields: ['latencySamples'],
    told: ({ a, b }) => shifted(b.name, samplesInFile(b) - samplesInFile(a), ['later-on-its-way', 'earlier-on-its-way']),
  },
  {
    kind: 'switch',
    fields: ['alignSamples'],
    told: ({ a, b }) => shifted(b.name, b.alignSamples - a.alignSamples, ['later-in-the-mix', 'earlier-in-the-mix']),
  },
  {
    kind: 'switch',
    fields: ['pan'],
    told: ({ before, after, a, b }) =>
      tell('panned', { name: b.name, is: panWords(panOf(after.session, b)), was: panWords(panOf(before.session, a)) }),
  },
  {
    kind: 'input',
    fields: ['patch'],
    told: ({ before, after, b }) =>
      tell('in-input', { name: b.name, is: inputName(after, after.session.patch[b.id]), was: inputName(before, before.session.patch[b.id]) }),
  },
  {
    kind: 'input',
    fields: ['outboardId', 'lineOutboardId'],
    told: ({ before, after, b }) => tell('goes-through', { name: b.name, is: through(after, b.id), was: through(before, b.id) }),
  },
  {
    kind: 'input',
    fields: ['secondInput'],
    told: ({ before, after, a, b }) =>
      tell('second-way', { name: b.name, is: inputName(after, b.secondInput), was: inputName(before, a.secondInput) }),
  },
];

/** Gains follow places; told by themselves only where they are what was changed. */
function gainChanges({ before, after, b: { id, name } }: Both): Told[] {
  const gainOf = ({ session, plan }: Stood): number | null => {
    const input = patchInputs(session).find((one) => inputAddress(one) === session.patch[id]);
    return input ? (gainSetting(arrivalTable(plan), id, input, outboardOf(session, id))?.gainDb ?? null) : null;
  };
  const [was, is] = [gainOf(before), gainOf(after)];
  if (was === null || is === null || Math.abs(is - was) < SAME_GAIN_DB) return [];
  return [tell('gain', { name, is: asNumber(is, 0), was: asNumber(was, 0) })];
}

/** What differs of one microphone that is in both, told of the fields that do. */
export function microphoneChanges(before: Stood, after: Stood, id: string, fields: readonly string[]): Change[] {
  const [a, b] = [before, after].map(({ session }) => session.microphones.find((one) => one.id === id));
  const [pa, pb] = [before, after].map(({ plan }) => plan.microphones.find((one) => one.id === id));
  if (!a || !b || !pa || !pb) return [];
  const both: Both = { before, after, a, b, pa, pb };
  const key = (field: string): string => `${field === 'patch' ? 'session' : 'microphones'}/${id}/${field}`;
  const together = GROUPS.flatMap(({ kind, fields: own, told }): Change[] => {
    const differing = own.filter((field) => fields.includes(field));
    if (differing.length === 0) return [];
    return [{ kind, microphoneId: id, told: told(both), fields: differing.map(key) }];
  });
  const rest = fields.filter((field) => !GROUPS.some(({ fields: own }) => (own as readonly string[]).includes(field)));
  const alone = rest.map((field): Change => {
    const name = field as keyof PlacedMicrophone;
    return { kind: 'switch', microphoneId: id, told: plainlyTold(b.name, MICROPHONE[name].noun, a[name], b[name]), fields: [key(field)] };
  });
  const changes = [...together, ...alone];
  const explained = changes.some(({ kind, told }) => told !== null && (kind === 'place' || kind === 'microphone')) || fields.includes('padOn');
  return [...changes, ...(explained ? [] : gainChanges(both).map((told): Change => ({ kind: 'gain', microphoneId: id, told, fields: [] })))];
}
