import type { Session } from '../document';
import type { Instrument } from '../instruments';
import { MICROPHONE_CATALOGUE, MICROPHONE_KIND_NAMES, type MicrophoneKind } from '../microphones';
import { DEVICE_CATALOGUE, OUTBOARD_CATALOGUE, onShelf, type SolveMilp } from '../patch';
import { type Recipe, recipesFor } from '../setups';
import { STAND_CATALOGUE } from '../stands';
import { type Fit, type FitReason, fitOf } from './fit';

export type HelpKind = 'microphone' | 'stand' | 'device' | 'between';

/** One thing that could be got. */
export interface HelpPiece {
  /** By what its price is kept. */
  readonly key: string;
  readonly kind: HelpKind;
  readonly name: string;
  readonly count: number;
}

/** What could be got, alone or together, and the set-ups it would open. */
export interface NextHelp {
  readonly pieces: readonly HelpPiece[];
  readonly opens: readonly string[];
  /** A set-up for the same instrument that fits as things are: what costs nothing. Null where none does. */
  readonly plain: string | null;
}

/** One thing and the shelf with one more of it. */
interface Thing {
  readonly piece: HelpPiece;
  readonly onto: (session: Session) => Session;
}

const withShelf = (session: Session, change: Partial<Session['shelf']>): Session => ({ ...session, shelf: { ...session.shelf, ...change } });

/** One more of something counted, or the first. */
function oneMore<T extends { readonly id: string; readonly count: number }>(owned: readonly T[], model: T): T[] {
  return owned.some(({ id }) => id === model.id)
    ? owned.map((one) => (one.id === model.id ? { ...one, count: one.count + 1 } : one))
    : [...owned, { ...model, count: 1 }];
}

const microphoneOf = (session: Session, kind: MicrophoneKind): Thing[] => {
  const model = session.shelf.microphones.find((one) => one.kind === kind) ?? MICROPHONE_CATALOGUE.find((one) => one.kind === kind);
  if (!model) return [];
  const piece: HelpPiece = { key: `kind/${kind}`, kind: 'microphone', name: MICROPHONE_KIND_NAMES[kind], count: 1 };
  return [{ piece, onto: (to) => withShelf(to, { microphones: oneMore(to.shelf.microphones, model) }) }];
};

/** The usual stand, and the tall one. */
const STANDS = ['boom', 'tall-boom'].flatMap((wanted) => STAND_CATALOGUE.filter(({ id }) => id === wanted));

const stands = (): Thing[] =>
  STANDS.map((model) => ({
    piece: { key: model.name, kind: 'stand', name: model.name, count: 1 },
    onto: (to) => withShelf(to, { stands: oneMore(to.shelf.stands, model) }),
  }));

/** Devices by how many inputs they bring, the smallest first. */
const devices = (): Thing[] =>
  [...DEVICE_CATALOGUE]
    .filter(({ expands }) => expands === undefined)
    .sort((a, b) => a.inputs.length - b.inputs.length)
    .map((model) => ({
      piece: { key: model.id, kind: 'device', name: model.name, count: 1 },
      onto: (to) => {
        const id = `${model.id}-more-${to.shelf.devices.length}`;
        return withShelf(to, { devices: [...to.shelf.devices, onShelf({ ...model, id }, to.shelf.devices)] });
      },
    }));

const boxes = (): Thing[] =>
  OUTBOARD_CATALOGUE.filter(({ kind }) => kind !== 'equaliser' && kind !== 'splitter').map((model) => ({
    piece: { key: model.id, kind: 'between', name: model.name, count: 1 },
    onto: (to) => withShelf(to, { outboard: oneMore(to.shelf.outboard ?? [], { ...model, count: 0 }) }),
  }));

const kindsOf = (recipes: readonly Recipe[]): MicrophoneKind[] => [
  ...new Set(recipes.flatMap(({ microphones }) => microphones.flatMap(({ kinds }) => kinds.slice(0, 1)))),
];

/** What a reason against a set-up could be helped by; a room and a player's choice are helped by nothing that is got. */
function couldHelp({ code }: FitReason, kind: HelpKind): boolean {
  if (code === 'microphones-short' || code === 'kind-missing') return kind === 'microphone';
  if (code === 'stands-short') return kind === 'stand';
  if (code === 'inputs-short') return kind === 'device';
  if (code === 'patch') return kind === 'device' || kind === 'between';
  if (code === 'finding') return kind === 'microphone' || kind === 'stand';
  return false;
}

interface Closed {
  readonly instrument: Instrument;
  readonly recipe: Recipe;
  readonly fit: Fit;
}

/** A set-up is got to in so many steps at most. */
const MOST_STEPS = 14;

/** The things that are missing for one set-up, each the first that is asked for; null where no gear opens it. */
function piecesFor(bare: Session, { instrument, recipe, fit }: Closed, solve: SolveMilp | undefined): HelpPiece[] | null {
  let [session, now] = [bare, fit];
  const got = new Map<string, HelpPiece>();
  const kinds = kindsOf([recipe]);
  for (let step = 0; step < MOST_STEPS && !now.fits; step++) {
    const hard = now.reasons[0];
    if (!hard) return null;
    // Microphones in turn by what the set-up asks for first.
    const lacking = recipe.microphones[[...got.values()].reduce((sum, piece) => sum + (piece.kind === 'microphone' ? piece.count : 0), 0)];
    const options = couldHelp(hard, 'microphone')
      ? microphoneOf(session, lacking?.kinds[0] ?? kinds[0] ?? 'moving-coil')
      : couldHelp(hard, 'stand')
        ? stands().slice(0, 1)
        : couldHelp(hard, 'device')
          ? devices().filter(
              ({ onto }) => hard.code !== 'inputs-short' || onto(bare).shelf.devices.flatMap(({ inputs }) => inputs).length >= hard.facts.needed,
            )
          : [];
    const [thing] = options;
    if (!thing) return null;
    session = thing.onto(session);
    const before = got.get(thing.piece.key);
    got.set(thing.piece.key, { ...thing.piece, count: (before?.count ?? 0) + 1 });
    now = fitOf(session, recipe, instrument, solve);
  }
  return now.fits ? [...got.values()] : null;
}

const pieceCount = (pieces: readonly HelpPiece[]): number => pieces.reduce((sum, { count }) => sum + count, 0);
/** So many ways to begin are told where nothing alone opens anything. */
const BUNDLES = 4;

/**
 * What one more thing would open for the instruments that are here, best first: a microphone of each kind, a stand, a device, a box between;
 * where nothing alone opens anything, as on an empty shelf, the fewest things that do together. Every set-up is tried on paper.
 */
export function whatWouldHelp(session: Session, solve?: SolveMilp): readonly NextHelp[] {
  const bare: Session = { ...session, microphones: [], pairs: [] };
  const judged = session.instruments.flatMap((instrument) =>
    recipesFor(instrument, session.shelf.setups).map((recipe): Closed => ({ instrument, recipe, fit: fitOf(bare, recipe, instrument, solve) })),
  );
  const closed = judged.filter(({ fit }) => !fit.fits);
  /** Of those that fit the one with as many microphones, or the nearest to it. */
  const plainFor = ({ instrument, recipe }: Closed): string | null =>
    judged
      .filter((one) => one.instrument === instrument && one.fit.fits)
      .sort(
        (a, b) =>
          Math.abs(a.recipe.microphones.length - recipe.microphones.length) - Math.abs(b.recipe.microphones.length - recipe.microphones.length),
      )[0]?.recipe.name ?? null;
  const things = [
    ...kindsOf(closed.map(({ recipe }) => recipe)).flatMap((kind) => microphoneOf(session, kind)),
    ...stands(),
    ...devices(),
    ...boxes(),
  ];
  const alone = things.flatMap(({ piece, onto }): NextHelp[] => {
    const richer = onto(bare);
    const opened = closed.filter(
      ({ instrument, recipe, fit }) => fit.reasons.some((reason) => couldHelp(reason, piece.kind)) && fitOf(richer, recipe, instrument, solve).fits,
    );
    const [first] = opened;
    return first ? [{ pieces: [piece], opens: [...new Set(opened.map(({ recipe }) => recipe.name))], plain: plainFor(first) }] : [];
  });
  // Of devices that open the same the smallest is enough.
  const told = alone.filter(
    (one, i) =>
      one.pieces[0]?.kind !== 'device' ||
      !alone.slice(0, i).some((other) => other.pieces[0]?.kind === 'device' && other.opens.length >= one.opens.length),
  );
  if (told.length > 0) return told.sort((a, b) => b.opens.length - a.opens.length);
  const bundles = new Map<string, { pieces: readonly HelpPiece[]; opened: Closed[] }>();
  for (const one of closed) {
    const pieces = piecesFor(bare, one, solve);
    if (!pieces || pieces.length === 0) continue;
    const key = pieces
      .map((piece) => `${piece.count}×${piece.key}`)
      .sort()
      .join();
    const known = bundles.get(key);
    if (known) known.opened.push(one);
    else bundles.set(key, { pieces, opened: [one] });
  }
  return [...bundles.values()]
    .sort((a, b) => pieceCount(a.pieces) - pieceCount(b.pieces) || b.opened.length - a.opened.length)
    .slice(0, BUNDLES)
    .map(({ pieces, opened }) => ({
      pieces,
      opens: [...new Set(opened.map(({ recipe }) => recipe.name))],
      plain: opened[0] ? plainFor(opened[0]) : null,
    }));
}
