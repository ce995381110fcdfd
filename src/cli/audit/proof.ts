import { checkTake, matchByName, type Proof, proveTake } from '../../core/analysis';
import { arrivalTable, type Plan } from '../../core/arrivals';
import { bytesSource, openAudio, writeWav } from '../../core/audio';
import type { Session } from '../../core/document';
import { add, createRandom, type FftKernel, normalize, scale, vec3 } from '../../core/math';
import { isDirect } from '../../core/microphones';
import { resolveFiles } from '../../core/planning';
import { type Fault, renderTake } from '../../core/render';
import { clampToRoom } from '../../core/room';
import { type Heard, type Verdict, verdictsOf } from '../../core/verdict';
import { sayMetric } from '../../words';
import { type Case, nameOf, placed } from './cases';

/** Renders proved against the plan that they were rendered from: whatever is told of them is false. */
export interface ProofCounts {
  takes: number;
  falseFix: number;
  falseImprove: number;
  questions: number;
  /** Takes with channels that nothing could prove, and that are named as such. */
  unproven: number;
  /** Takes in which no stroke could be matched to a planned source. */
  unmatched: number;
  /** Sources that strokes were played on, and those among them that were recognised. */
  sources: number;
  recognised: number;
  told: string[];
}

interface Verdicts {
  takes: number;
  named: number;
  asked: number;
  /** Not told, but among what the take is said not to show. */
  unshown: number;
  silent: number;
  /** Another channel was accused, or another thing. */
  wrong: number;
}

/** Takes with one thing planted: what was said of it, in all, by its kind and by how many microphones there are. */
export interface FaultCounts extends Verdicts {
  byKind: Record<string, Verdicts>;
  byMicrophones: Record<string, Verdicts>;
  told: string[];
}

const noVerdicts = (): Verdicts => ({ takes: 0, named: 0, asked: 0, unshown: 0, silent: 0, wrong: 0 });

export const noProofs = (): ProofCounts => ({
  takes: 0,
  falseFix: 0,
  falseImprove: 0,
  questions: 0,
  unproven: 0,
  unmatched: 0,
  sources: 0,
  recognised: 0,
  told: [],
});
export const noFaults = (): FaultCounts => ({ ...noVerdicts(), byKind: {}, byMicrophones: {}, told: [] });

/** A take of a plan with faults, at a rate, checked and held against the plan. */
async function heardOf(
  session: Session,
  {
    seed,
    kernel,
    faults = [],
    sampleRateHz = session.sampleRateHz,
  }: { seed: number; kernel: FftKernel; faults?: readonly Fault[]; sampleRateHz?: number },
): Promise<Heard & { readonly proof: Proof }> {
  const plan = resolveFiles(session);
  const take = renderTake({ ...plan, sampleRateHz }, { seed, faults });
  const opened = await Promise.all(
    take.channels.map(({ name, samples }) => openAudio(bytesSource(`${name}.wav`, new Uint8Array(writeWav([samples], take.sampleRateHz))))),
  );
  const report = await checkTake(
    opened.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel },
  );
  const names = report.channels.map((channel) => channel.name);
  const matching = matchByName(names, plan.microphones);
  return { report, proof: proveTake(arrivalTable(plan), report, matching), session, matching };
}

/** Renders a case as planned, at a rate, and holds the take against its plan. Set-ups of one microphone have nothing to prove. */
export async function prove(one: Case, seed: number, kernel: FftKernel, into: ProofCounts, sampleRateHz = 48_000): Promise<void> {
  const session = placed(one);
  const plan = resolveFiles(session);
  if (plan.microphones.length < 2) return;
  const heard = await heardOf(session, { seed, kernel, sampleRateHz });
  const { proof } = heard;
  into.takes += 1;
  into.sources += plan.sources.length;
  into.recognised += new Set(proof.comparisons.map(({ sourceKey }) => sourceKey)).size;
  if (proof.comparisons.length === 0) into.unmatched += 1;
  for (const { severity, code, message } of verdictsOf(heard)) {
    if (code === 'question') into.questions += 1;
    if (code === 'unproven') into.unproven += 1;
    if (severity === 'note') continue;
    if (severity === 'fix') into.falseFix += 1;
    else into.falseImprove += 1;
    into.told.push(`${nameOf(one)}, ${sampleRateHz} Hz: ${sayMetric(message)}`);
  }
}

const KINDS = ['reversed', 'late', 'moved', 'swapped'] as const;

/** One thing that is wrong, planted in a take, and whom it is about. */
interface Planted {
  readonly kind: (typeof KINDS)[number];
  readonly ids: readonly string[];
  readonly fault: Fault;
}

/** Reversed, 24 to 600 samples late, moved 10 to 40 cm, or two names exchanged: seeded. */
function plant(plan: Plan, seed: number): Planted {
  const random = createRandom(seed);
  const air = plan.microphones.filter(({ model }) => !isDirect(model.kind));
  const kind = KINDS[random.integer(0, 3)] ?? 'reversed';
  const microphone = air[random.integer(0, air.length - 1)] as Plan['microphones'][number];
  const { id: microphoneId } = microphone;
  const ids = [microphoneId];
  if (kind === 'reversed') return { kind, ids, fault: { kind, microphoneId } };
  if (kind === 'late') return { kind, ids, fault: { kind, microphoneId, samples: random.integer(24, 600) } };
  if (kind === 'swapped') {
    const others = air.filter(({ id }) => id !== microphoneId);
    const other = others[random.integer(0, others.length - 1)];
    if (other) return { kind, ids: [microphoneId, other.id], fault: { kind: 'exchanged', microphoneId, otherId: other.id } };
  }
  const way = normalize(vec3(random.normal(), random.normal(), random.normal()));
  const positionM = clampToRoom(plan.room, add(microphone.positionM, scale(way, random.between(0.1, 0.4))));
  return { kind: 'moved', ids, fault: { kind: 'elsewhere', microphoneId, positionM } };
}

const CODES = { reversed: 'polarity-reversed', late: 'channel-late', moved: 'distance-differs', swapped: 'channels-swapped' } as const;

/** What a proof says of a planted thing. A question that holds the channel is asked; any other accusation is wrong. */
function verdictOn(
  findings: readonly Verdict[],
  { limits }: Proof,
  { kind: planted, ids }: Planted,
): 'named' | 'asked' | 'unshown' | 'silent' | 'wrong' {
  const accused = findings.filter(({ severity, code }) => code !== 'question' && (severity !== 'note' || code === 'distance-differs'));
  const right = (finding: Verdict): boolean => finding.code === CODES[planted] && ids.every((id) => finding.microphoneIds.includes(id));
  if (accused.some((finding) => !right(finding))) return 'wrong';
  if (accused.some(right)) return 'named';
  const open = (finding: Verdict): boolean =>
    finding.code === 'question' ||
    ((finding.code === 'unproven' || finding.code === 'source-unmatched' || finding.code === 'nothing-matched') &&
      (finding.microphoneIds.length === 0 || ids.some((id) => finding.microphoneIds.includes(id))));
  if (findings.some(open)) return 'asked';
  return limits.some(({ kind, microphoneIds }) => kind === planted && ids.some((id) => microphoneIds.includes(id))) ? 'unshown' : 'silent';
}

/** Plants one thing in a take of a case and counts what is said of it. */
export async function accuse(one: Case, seed: number, kernel: FftKernel, into: FaultCounts): Promise<void> {
  const session = placed(one);
  const plan = resolveFiles(session);
  if (plan.microphones.length < 2) return;
  const planted = plant(plan, seed);
  const heard = await heardOf(session, { seed, kernel, faults: [planted.fault] });
  const said = verdictsOf(heard);
  const verdict = verdictOn(said, heard.proof, planted);
  const count = (by: Record<string, Verdicts>, key: string): void => {
    const own = by[key] ?? noVerdicts();
    by[key] = { ...own, takes: own.takes + 1, [verdict]: own[verdict] + 1 };
  };
  const { length } = plan.microphones;
  count(into.byKind, planted.kind);
  count(into.byMicrophones, length < 3 ? 'two microphones' : length < 6 ? 'three to five' : 'six and more');
  into.takes += 1;
  into[verdict] += 1;
  if (verdict === 'named') return;
  const names = planted.ids.map((id) => plan.microphones.find((microphone) => microphone.id === id)?.name ?? '');
  into.told.push(
    `${verdict}: ${nameOf(one)}, ${planted.kind} ${names.join(' with ')}: ${said.map(({ message }) => sayMetric(message)).join(' ') || 'nothing'}`,
  );
}
