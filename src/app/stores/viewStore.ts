import { create } from 'zustand';
import type { Session } from '../../core/document';
import type { SessionId } from '../../core/ids';
import type { InstrumentKind } from '../../core/instruments';
import type { UnitSystem } from '../../core/units';
import { remember, remembered } from '../components/remembered';

export type FloorView = 'plan' | 'side' | 'both';
export type StripName = 'sum' | 'heard' | 'leak' | 'picture' | 'tone' | 'listen';
export type Theme = 'slate' | 'daylight';

/** What is in hand: nothing, microphones in the order they were chosen, a pair as one, an instrument, or a panel or blanket. */
export type Selection =
  | { readonly of: 'nothing' }
  | { readonly of: 'microphones'; readonly ids: readonly string[] }
  | { readonly of: 'pair'; readonly id: string }
  | { readonly of: 'instrument'; readonly id: string }
  | { readonly of: 'furnishing'; readonly id: string };

const NOTHING: Selection = { of: 'nothing' };

interface ViewState {
  readonly theme: Theme;
  /** What a person reads in where no session says it: their own shelf, and the next session. */
  readonly units: UnitSystem;
  readonly floorView: FloorView;
  /** Which way the elevation looks: across the room, or along it. */
  readonly elevation: 'side' | 'front';
  /** Close on the instruments, or the whole room. */
  readonly wholeRoom: boolean;
  readonly selection: Selection;
  /** Key of the source whose strings are shown; null for the one that goes with the selection. */
  readonly stringsFrom: string | null;
  /** What the strip under the drawing shows. */
  readonly strip: StripName;
  /** What a drag has just clicked into. */
  readonly snapWords: string | null;
  readonly legend: boolean;
  /** What is about to be put into the room: kept here, so that no redrawing of what asks loses it. */
  readonly nextInstrument: { readonly kind: InstrumentKind; readonly variant: string };
}

/** What is offered to be put into a room before anybody chose. */
export const FIRST_OFFERED: ViewState['nextInstrument'] = { kind: 'drum-kit', variant: 'four-piece' };

const THEME = 'theme';

/** The system's own light or dark, until somebody says otherwise. */
const systemTheme = (): Theme => (globalThis.matchMedia?.('(prefers-color-scheme: light)').matches ? 'daylight' : 'slate');

function storedTheme(): Theme {
  const stored = remembered(THEME);
  return stored === 'daylight' || stored === 'slate' ? stored : systemTheme();
}

const UNITS = 'units';

/** Feet, inches and letter paper are what people read by in these places. */
export const unitsOf = (language: string): UnitSystem => (/-(US|LR|MM)$/.test(language) ? 'imperial' : 'metric');

function storedUnits(): UnitSystem {
  const stored = remembered(UNITS);
  return stored === 'imperial' || stored === 'metric' ? stored : unitsOf(globalThis.navigator?.language ?? '');
}

export const useViewStore = create<ViewState>(() => ({
  theme: storedTheme(),
  units: storedUnits(),
  floorView: 'both',
  elevation: 'side',
  wholeRoom: false,
  selection: NOTHING,
  stringsFrom: null,
  strip: 'sum',
  snapWords: null,
  legend: false,
  nextInstrument: FIRST_OFFERED,
}));

export const setView = (change: Partial<ViewState>): void => useViewStore.setState(change);

function showTheme(theme: Theme): void {
  document.documentElement.classList.toggle('dark', theme === 'slate');
  document.documentElement.classList.toggle('light', theme === 'daylight');
  setView({ theme });
}

/** Puts on the page what was chosen, else what the system has, and goes along when that changes. */
export function followTheme(): void {
  showTheme(storedTheme());
  globalThis.matchMedia?.('(prefers-color-scheme: light)').addEventListener('change', () => showTheme(storedTheme()));
}

/** Puts the chosen theme on the page and remembers it; the class drives every colour token. */
export function applyTheme(theme: Theme): void {
  showTheme(theme);
  remember(THEME, theme);
}

/** Remembers what a person reads in. */
export function preferUnits(units: UnitSystem): void {
  remember(UNITS, units);
  setView({ units });
}

const NO_IDS: readonly string[] = [];

/** The microphones in hand: those chosen, or both of the pair chosen. */
export function microphonesIn(selection: Selection, session: Session | null): readonly string[] {
  if (selection.of === 'microphones') return selection.ids;
  const pair = selection.of === 'pair' ? session?.pairs.find(({ id }) => id === selection.id) : undefined;
  return pair ? [pair.leftId, pair.rightId] : NO_IDS;
}

const chooseMicrophones = (ids: readonly string[]): void => setView({ selection: ids.length ? { of: 'microphones', ids } : NOTHING });

/** Chooses a microphone; `extend` adds it to or takes it from those chosen already. */
export function chooseMicrophone(id: string, extend = false): void {
  const { selection } = useViewStore.getState();
  const chosen = selection.of === 'microphones' ? selection.ids : NO_IDS;
  if (!extend) chooseMicrophones([id]);
  else chooseMicrophones(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
}

export const choosePair = (id: string): void => setView({ selection: { of: 'pair', id } });
export const chooseInstrument = (id: string | null): void => setView({ selection: id === null ? NOTHING : { of: 'instrument', id } });
export const chooseFurnishing = (id: string): void => setView({ selection: { of: 'furnishing', id } });
/** Puts down what is in hand; the strings shown stay. */
export const putDown = (): void => setView({ selection: NOTHING });
/** Back to the whole picture. */
export const chooseNothing = (): void => setView({ selection: NOTHING, stringsFrom: null });

const KEPT = 'shuttlecraft-selection';

/** Keeps what is in hand through a reload of this tab. */
export function keepSelection(sessionId: SessionId): () => void {
  return useViewStore.subscribe(({ selection, stringsFrom }, before) => {
    if (selection === before.selection && stringsFrom === before.stringsFrom) return;
    try {
      sessionStorage.setItem(KEPT, JSON.stringify({ sessionId, selection, stringsFrom }));
    } catch {
      // No storage: the selection lasts as long as the page.
    }
  });
}

/** What was in hand before a reload, as far as it is still there; nothing in another session. */
export function restoreSelection(session: Session): void {
  const has = (list: readonly { readonly id: string }[], id: unknown): boolean => list.some((item) => item.id === id);
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEPT) ?? 'null') as {
      sessionId?: SessionId;
      selection?: Selection;
      stringsFrom?: string | null;
    } | null;
    const selection = kept?.sessionId === session.id ? kept.selection : undefined;
    const there =
      (selection?.of === 'microphones' && selection.ids.every((id) => has(session.microphones, id))) ||
      (selection?.of === 'pair' && has(session.pairs, selection.id)) ||
      (selection?.of === 'instrument' && has(session.instruments, selection.id)) ||
      (selection?.of === 'furnishing' && has(session.furnishings, selection.id));
    setView({ selection: there && selection ? selection : NOTHING, stringsFrom: (kept?.sessionId === session.id && kept.stringsFrom) || null });
  } catch {
    chooseNothing();
  }
}
