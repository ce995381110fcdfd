import type { Finding, Move } from '../checks';
import { type PlacedMicrophone, pairOf, type Session } from '../document';
import type { MicrophoneId } from '../ids';
import { add, distance, dot, magnitude, scale, subtract, type Vec3 } from '../math';
import { harmDb, smallestMoves } from '../optimise';
import { placeRecipe, RECIPES } from '../setups';
import { asLength, asList, type Told, type Words } from '../units';
import { tell } from './codes';
import { findingsOf, onPaper, RANK, type Ranks, ranksOf, withStand } from './onPaper';
import { resolvePlan } from './resolve';

/** A move that might mend a finding, and what one would be told to do. */
interface Candidate {
  readonly move: Move;
  readonly advice: Told | null;
  /** Takes long to try. */
  readonly isCostly?: boolean;
}

/** Harm that rounding alone makes, dB. */
const ROUNDING_DB = 0.01;

/** A plan, what is told of it and what harm it does: everything a move is judged by. */
interface Standing {
  readonly session: Session;
  readonly ranks: Ranks;
  readonly harmDb: number;
}

const standingOf = (session: Session, found: readonly Finding[]): Standing => ({
  session,
  ranks: ranksOf(found),
  harmDb: harmDb(resolvePlan(session)),
});

/**
 * Whether a move, made alone, mends a finding: it goes or becomes less grave, nothing as grave or graver comes, and total harm does
 * not rise. A move that is refused, or changes nothing, mends nothing.
 * @returns how many other findings as grave its microphone is left with; null where it does not mend
 */
function mends({ session, ranks, harmDb: before }: Standing, finding: Finding, move: Move): number | null {
  const next = onPaper(session, move);
  if (!next) return null;
  const after = findingsOf(next);
  const rank = RANK[finding.severity];
  const isWorse = after.some(({ id, severity }) =>
    id === finding.id ? RANK[severity] <= rank : RANK[severity] <= rank && RANK[severity] < (ranks.get(id) ?? 3),
  );
  // What is turned back to its own source hears more of it: that outweighs a little more of the others.
  const isTurned = finding.code === 'aim';
  if (isWorse || (!isTurned && harmDb(resolvePlan(next)) > before + ROUNDING_DB)) return null;
  return after.filter(({ id, severity, microphoneIds }) => id !== finding.id && RANK[severity] <= rank && microphoneIds.includes(move.microphoneId))
    .length;
}

/** The simplest move that mends; of those that mend one that leaves its microphone with nothing as grave, where there is one. */
function offerFor(standing: Standing, finding: Finding): Candidate | null {
  let partial: Candidate | null = null;
  for (const candidate of candidates(standing.session, finding)) {
    if (partial && candidate.isCostly) break;
    const left = mends(standing, finding, candidate.move);
    if (left === 0 || (left !== null && finding.severity === 'note')) return candidate;
    if (left !== null) partial ??= candidate;
  }
  return partial;
}

/** Where a microphone's set-up puts it here; null when it came with none, or one that is gone. */
function homeOf(session: Session, placed: PlacedMicrophone): { readonly setup: string; readonly move: Move; readonly farM: number } | null {
  const recipe = [...RECIPES, ...session.shelf.setups].find(({ id }) => id === placed.setupId);
  const instrument = session.instruments.find(({ id, kind }) => (placed.target ? id === placed.target.instrumentId : kind === recipe?.instrument));
  if (!recipe || !instrument || placed.locked) return null;
  const home = placeRecipe(recipe, instrument, session.room).placed.find(({ recipe: wanted }) => wanted.name === placed.name);
  if (!home) return null;
  const { positionM, aimM } = home;
  const move: Move = { kind: 'set', microphoneId: placed.id, positionM, aimM, label: tell('back-to-its-place') };
  return { setup: recipe.name, move, farM: distance(positionM, placed.positionM) };
}

/** A shift by part of the way, or by more than it. */
function scaled(placed: PlacedMicrophone, move: Move, share: number): Candidate[] {
  if (move.kind !== 'place') return [];
  const by = scale(subtract(move.positionM, placed.positionM), share);
  const positionM = add(placed.positionM, by);
  const length = asLength(distance(positionM, placed.positionM));
  return [{ move: { ...move, positionM, label: tell('move-it') }, advice: tell('bring-that-way', { placed: placed.name, length }) }];
}

/** Back where the set-up puts it: one microphone, or all that are named. */
function homeward(session: Session, ids: readonly string[], name: Words): Candidate[] {
  const homes = ids.flatMap((id) => {
    const placed = session.microphones.find((candidate) => candidate.id === id);
    const home = placed && homeOf(session, placed);
    return placed && home && home.farM > 0.005 ? [{ placed, ...home }] : [];
  });
  const [first] = homes;
  if (!first || homes.length < ids.length) return [];
  if (homes.length === 1) {
    const advice = tell('bring-back-to-where-puts-it', { placed: first.placed.name, setup: first.setup, far: asLength(first.farM) });
    return [
      { move: first.move, advice },
      { move: withStand(first.move), advice },
    ];
  }
  const moves = homes.flatMap(({ move, placed }): Move[] =>
    placed.stand ? [move, { kind: 'stand', microphoneId: placed.id, label: tell('find-it-a-place') }] : [move],
  );
  return [
    {
      move: {
        kind: 'joint',
        microphoneId: first.placed.id,
        moves,
        label: homes.length === 2 ? tell('both-back-to-their-places') : tell('all-back-to-their-places'),
      },
      advice: tell('bring-back-to-where-puts-them', { name, setup: first.setup }),
    },
  ];
}

/** The move that does least harm for one microphone, whatever the finding is. */
function leastHarm(session: Session, id: MicrophoneId): Candidate[] {
  const plan = resolvePlan(session);
  const alone = {
    ...plan,
    microphones: plan.microphones.map((microphone) => ({ ...microphone, locked: microphone.locked || microphone.id !== id })),
  };
  const [best] = smallestMoves(alone, { moves: 1, metres: 0.25, degrees: 30 }).moves;
  return best ? [{ move: best.move, advice: best.words, isCostly: true }] : [];
}

/** Everything worth trying for a finding, simplest first. */
function* candidates(session: Session, finding: Finding): Generator<Candidate> {
  const { move, advice, microphoneIds } = finding;
  const mover = move?.microphoneId ?? microphoneIds[0];
  const placed = session.microphones.find(({ id }) => id === mover);
  if (move) yield { move, advice };
  if (!placed || placed.locked) return;
  if (move?.kind === 'place') {
    yield { move: withStand(move), advice };
    for (const share of [0.5, 1.5, 2]) yield* scaled(placed, move, share);
  }
  if (finding.severity === 'note') return;
  yield* homeward(session, [placed.id], placed.name);
  const pair = pairOf(session, placed.id);
  if (pair) yield* homeward(session, [pair.leftId, pair.rightId], tell('both-of', { pair: pair.name }));
  const others = microphoneIds.filter((id) => id !== placed.id);
  for (const id of others) yield* homeward(session, [id], '');
  if (others.length) yield* homeward(session, microphoneIds, tell('all-of-them'));
  yield* leastHarm(session, placed.id);
}

/** What would help where no move does, said once for all. */
const HELPS = tell('no-one-move-helps-a-panel');

/** Leaks that nothing mends, in one breath. */
function leaksTogether(leaks: readonly Finding[], session: Session): Finding[] {
  const [first] = leaks;
  if (!first) return [];
  if (leaks.length === 1) return [{ ...first, severity: 'note', advice: HELPS, move: null }];
  const ids = leaks.flatMap(({ microphoneIds }) => microphoneIds);
  const names = session.microphones.filter(({ id }) => ids.includes(id)).map(({ name }) => name);
  return [
    {
      ...first,
      id: 'leak/all',
      severity: 'note',
      microphoneIds: ids,
      message: tell('hear-a-neighbour-at-less-than', { listed: asList(names) }),
      advice: HELPS,
      why: tell('all-leaks', {
        why: first.why,
        leaks: asList(
          leaks.map(({ message }) => message),
          'space',
        ),
      }),
      move: null,
    },
  ];
}

/** Shifts of microphones by a move, metres, by their ids. */
function shiftsOf(session: Session, move: Move): ReadonlyMap<string, Vec3> {
  const each = move.kind === 'joint' ? move.moves : [move];
  return new Map(
    each.flatMap((one) => {
      const placed = session.microphones.find(({ id }) => id === one.microphoneId);
      if (!placed || (one.kind !== 'place' && one.kind !== 'set')) return [];
      const by = subtract(one.positionM, placed.positionM);
      return magnitude(by) < LEAST_SHIFT_M ? [] : [[placed.id, by] as const];
    }),
  );
}

/** Less than this goes no way, metres; and ways that part by more than 120° are opposite ones. */
const LEAST_SHIFT_M = 0.01;
const OPPOSITE = -0.5;

/** Whether two moves pull a microphone opposite ways. */
function areOpposed(session: Session, one: Move, other: Move): boolean {
  const shifts = shiftsOf(session, other);
  return [...shiftsOf(session, one)].some(([id, by]) => {
    const against = shifts.get(id);
    return against !== undefined && dot(by, against) < OPPOSITE * magnitude(by) * magnitude(against);
  });
}

/** Pairs of findings that are to be mended and pull one microphone opposite ways. */
export function opposedMoves(session: Session, shown: readonly Finding[]): readonly (readonly [Finding, Finding])[] {
  const grave = shown.filter(({ move, severity }) => move && severity !== 'note');
  return grave.flatMap((one, i) =>
    grave.slice(i + 1).flatMap((other) => (one.move && other.move && areOpposed(session, one.move, other.move) ? [[one, other] as const] : [])),
  );
}

/**
 * An offer that does not pull against what is offered for graver findings: one of theirs that mends this one too, else another of its own.
 * Null where only words are left.
 */
function besides(standing: Standing, finding: Finding, offer: Candidate, offered: readonly Candidate[]): Candidate | null {
  const { session } = standing;
  const fits = (candidate: Candidate): boolean => offered.every(({ move }) => !areOpposed(session, move, candidate.move));
  if (finding.severity === 'note' || fits(offer)) return offer;
  for (const candidate of [...offered, ...candidates(session, finding)])
    if (!candidate.isCostly && fits(candidate) && mends(standing, finding, candidate.move) !== null) return candidate;
  return null;
}

/** Words for a finding that no move of ours mends. */
function onlyWords(finding: Finding): Finding {
  if (!finding.move) return finding;
  const weighed = finding.severity === 'note' ? null : tell('no-one-move-mends-it-without');
  return { ...finding, move: null, advice: weighed };
}

/**
 * Findings, which come gravest first, with moves that mend: each move is made on paper and the whole judged again before it is offered, an alternative is looked
 * for where it does not hold, and where there is none only words are left. Works over some milliseconds for each finding.
 */
export function withOffers(session: Session, found: readonly Finding[]): Finding[] {
  const standing = standingOf(session, found);
  const out: Finding[] = [];
  const helpless: Finding[] = [];
  const offered: Candidate[] = [];
  for (const finding of found) {
    const own = offerFor(standing, finding);
    const offer = own && besides(standing, finding, own, offered);
    if (offer) {
      out.push({ ...finding, move: offer.move, advice: offer.advice });
      if (finding.severity !== 'note') offered.push(offer);
    } else if (own) out.push(onlyWords({ ...finding, move: own.move }));
    else if (finding.code === 'leak' && !finding.expected) helpless.push(finding);
    else out.push(onlyWords(finding));
  }
  const all = [...out, ...leaksTogether(helpless, session)];
  return [...all].sort((a, b) => RANK[a.severity] - RANK[b.severity]);
}

/** "3 notes that this set-up raises by design". */
export const expectedWords = (count: number): Told => tell('that-the-set-up-brings-by', { count });
