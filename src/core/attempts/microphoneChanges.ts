import { arrivalTable, type Plan, type PlanMicrophone } from '../arrivals';
import { samplesInFile } from '../chain';
import { MICROPHONE, type PlacedMicrophone, panOf, panWords } from '../document';
import { type InputAddress, inputAddress, sourceKey } from '../ids';
import { distance, dot, normalize, subtract, type Vec3 } from '../math';
import { gainSetting, outboardOf, patchInputs } from '../planning';
import { degreesFromRadians, formatLength, formatNumber } from '../units';
import { type Change, plainWords, type Stood } from './change';

/** Less than this is the same place, or the same way: no hand sets a stand finer. */
const SAME_PLACE_M = 0.002;
const SAME_WAY_DEG = 0.5;
const SAME_GAIN_DB = 0.5;

const angleBetweenDeg = (a: Vec3, b: Vec3): number => degreesFromRadians(Math.acos(Math.min(1, Math.max(-1, dot(normalize(a), normalize(b))))));

/** How far a microphone went, told by its height and by its string to what it is there for, or to the nearest source. */
function placeWords(before: Plan, { session: { units }, plan: after }: Stood, a: PlanMicrophone, b: PlanMicrophone): string {
  const moved = distance(a.positionM, b.positionM);
  const up = b.positionM.z - a.positionM.z;
  const source =
    after.sources.find((one) => sourceKey(one) === b.targetKey) ??
    [...after.sources].sort((s, t) => distance(s.sides[0].positionM, b.positionM) - distance(t.sides[0].positionM, b.positionM))[0];
  const then = source && before.sources.find((one) => sourceKey(one) === sourceKey(source));
  const longer = source && then ? distance(source.sides[0].positionM, b.positionM) - distance(then.sides[0].positionM, a.positionM) : 0;
  const parts = [
    ...(Math.abs(up) >= 0.005 ? [`${formatLength(Math.abs(up), units)} ${up > 0 ? 'higher' : 'lower'}`] : []),
    ...(source && Math.abs(longer) >= 0.005
      ? [`its distance to the ${source.name.toLowerCase()} ${formatLength(Math.abs(longer), units)} ${longer > 0 ? 'longer' : 'shorter'}`]
      : []),
  ];
  return `${b.name} stands ${formatLength(moved, units)} from where it was${parts.length ? `: ${parts.join(', ')}` : ''}.`;
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
interface Told {
  readonly kind: Change['kind'];
  readonly fields: readonly (keyof PlacedMicrophone | 'patch')[];
  readonly words: (both: Both) => string | null;
}

const laterBy = (samples: number): string => `${formatNumber(Math.abs(samples), 0)} samples ${samples > 0 ? 'later' : 'earlier'}`;

const moved = ({ a, b }: Both): boolean => distance(a.positionM, b.positionM) > SAME_PLACE_M;

const inputName = ({ session }: Stood, address: InputAddress | undefined): string =>
  patchInputs(session).find((one) => inputAddress(one) === address)?.name ?? 'none';

/** Fields that are told together or better than by their names; the others are told one by one. */
const TOLD: readonly Told[] = [
  {
    kind: 'microphone',
    fields: ['modelId'],
    words: ({ b, pa, pb }) => `${b.name} is another kind: ${pb.model.name}, it was ${pa.model.name}.`,
  },
  { kind: 'microphone', fields: ['name'], words: ({ a, b }) => `${a.name} is called ${b.name}.` },
  {
    kind: 'place',
    // Who moves a stand aims anew: that is told by itself only where nothing moved.
    fields: ['positionM', 'aimM', 'stand', 'setupId'],
    words: (both) => {
      const { before, after, a, b, pa, pb } = both;
      if (moved(both)) return placeWords(before.plan, after, pa, pb);
      const turned = angleBetweenDeg(subtract(a.aimM, a.positionM), subtract(b.aimM, b.positionM));
      if (turned > SAME_WAY_DEG) return `${b.name} is turned by ${formatNumber(turned, 0)}°.`;
      if (JSON.stringify(a.stand) !== JSON.stringify(b.stand)) return `The stand of ${b.name} is another, or stands elsewhere.`;
      return null;
    },
  },
  {
    kind: 'switch',
    fields: ['pattern'],
    words: ({ a, b }) => `${b.name} is set to ${b.pattern.replaceAll('-', ' ')}, it was ${a.pattern.replaceAll('-', ' ')}.`,
  },
  {
    kind: 'switch',
    fields: ['cable', 'cableChanges', 'madeUp'],
    words: ({ b }) => (b.cable === 'reversed' ? `The cable of ${b.name} is reversed.` : `The cable of ${b.name} was changed.`),
  },
  {
    kind: 'switch',
    fields: ['latencySamples'],
    words: ({ a, b }) => `${b.name} is ${laterBy(samplesInFile(b) - samplesInFile(a))} by what is in its way.`,
  },
  {
    kind: 'switch',
    fields: ['alignSamples'],
    words: ({ a, b }) => `${b.name} comes ${laterBy(b.alignSamples - a.alignSamples)} in the mix than it did.`,
  },
  {
    kind: 'switch',
    fields: ['pan'],
    words: ({ before, after, a, b }) => `${b.name} is panned ${panWords(panOf(after.session, b))}, it was ${panWords(panOf(before.session, a))}.`,
  },
  {
    kind: 'input',
    fields: ['patch'],
    words: ({ before, after, b }) =>
      `${b.name} is in input ${inputName(after, after.session.patch[b.id])}, it was in ${inputName(before, before.session.patch[b.id])}.`,
  },
  {
    kind: 'input',
    fields: ['outboardId', 'lineOutboardId'],
    words: ({ before, after, b }) =>
      `${b.name} goes through ${outboardOf(after.session, b.id)?.name ?? 'a cable alone'}, it went through ${outboardOf(before.session, b.id)?.name ?? 'a cable alone'}.`,
  },
  {
    kind: 'input',
    fields: ['secondInput'],
    words: ({ before, after, a, b }) =>
      `The second way of ${b.name} goes into input ${inputName(after, b.secondInput)}, it went into ${inputName(before, a.secondInput)}.`,
  },
];

/** Gains follow places; told by themselves only where they are what was changed. */
function gainChanges({ before, after, b: { id, name } }: Both): string[] {
  const gainOf = ({ session, plan }: Stood): number | null => {
    const input = patchInputs(session).find((one) => inputAddress(one) === session.patch[id]);
    return input ? (gainSetting(arrivalTable(plan), id, input, outboardOf(session, id))?.gainDb ?? null) : null;
  };
  const [was, is] = [gainOf(before), gainOf(after)];
  if (was === null || is === null || Math.abs(is - was) < SAME_GAIN_DB) return [];
  return [`${name}: gain ${formatNumber(is, 0)} dB, it was ${formatNumber(was, 0)} dB.`];
}

/** What differs of one microphone that is in both, told of the fields that do. */
export function microphoneChanges(before: Stood, after: Stood, id: string, fields: readonly string[]): Change[] {
  const [a, b] = [before, after].map(({ session }) => session.microphones.find((one) => one.id === id));
  const [pa, pb] = [before, after].map(({ plan }) => plan.microphones.find((one) => one.id === id));
  if (!a || !b || !pa || !pb) return [];
  const both: Both = { before, after, a, b, pa, pb };
  const key = (field: string): string => `${field === 'patch' ? 'session' : 'microphones'}/${id}/${field}`;
  const together = TOLD.flatMap(({ kind, fields: own, words }): Change[] => {
    const differing = own.filter((field) => fields.includes(field));
    if (differing.length === 0) return [];
    return [{ kind, microphoneId: id, words: words(both) ?? '', fields: differing.map(key) }];
  });
  const rest = fields.filter((field) => !TOLD.some(({ fields: own }) => (own as readonly string[]).includes(field)));
  const alone = rest.map((field): Change => {
    const name = field as keyof PlacedMicrophone;
    return { kind: 'switch', microphoneId: id, words: plainWords(b.name, MICROPHONE[name].noun, a[name], b[name]), fields: [key(field)] };
  });
  const changes = [...together, ...alone];
  const explained = changes.some(({ kind, words }) => words !== '' && (kind === 'place' || kind === 'microphone')) || fields.includes('padOn');
  return [...changes, ...(explained ? [] : gainChanges(both).map((words): Change => ({ kind: 'gain', microphoneId: id, words, fields: [] })))];
}
