import { create } from 'zustand';

export type FloorView = 'plan' | 'side' | 'both';
export type StripName = 'sum' | 'heard' | 'leak' | 'tone';
export type Theme = 'slate' | 'daylight';

interface ViewState {
  readonly theme: Theme;
  readonly floorView: FloorView;
  /** Which way the elevation looks: across the room, or along it. */
  readonly elevation: 'side' | 'front';
  /** Close on the instruments, or the whole room. */
  readonly wholeRoom: boolean;
  readonly chosenMicrophones: readonly string[];
  readonly chosenSource: string | null;
  readonly chosenInstrument: string | null;
  /** What the strip under the drawing shows. */
  readonly strip: StripName;
  /** What a drag has just clicked into. */
  readonly snapWords: string | null;
  readonly legend: boolean;
}

const STORED = 'shuttlecraft-theme';

function storedTheme(): Theme {
  try {
    return localStorage.getItem(STORED) === 'daylight' ? 'daylight' : 'slate';
  } catch {
    return 'slate';
  }
}

export const useViewStore = create<ViewState>(() => ({
  theme: storedTheme(),
  floorView: 'both',
  elevation: 'side',
  wholeRoom: false,
  chosenMicrophones: [],
  chosenSource: null,
  chosenInstrument: null,
  strip: 'sum',
  snapWords: null,
  legend: false,
}));

export const setView = (change: Partial<ViewState>): void => useViewStore.setState(change);

/** Puts the theme on the page; the class drives every colour token. */
export function applyTheme(theme: Theme): void {
  document.documentElement.classList.toggle('dark', theme === 'slate');
  document.documentElement.classList.toggle('light', theme === 'daylight');
  try {
    localStorage.setItem(STORED, theme);
  } catch {
    // Storage is switched off: the theme lasts as long as the tab.
  }
  setView({ theme });
}

/** Chooses a microphone; `extend` adds it to or takes it from those chosen already. */
export function chooseMicrophone(id: string, extend = false): void {
  const { chosenMicrophones } = useViewStore.getState();
  const without = chosenMicrophones.filter((other) => other !== id);
  if (!extend) setView({ chosenMicrophones: [id], chosenInstrument: null });
  else setView({ chosenInstrument: null, chosenMicrophones: without.length < chosenMicrophones.length ? without : [...chosenMicrophones, id] });
}

export const chooseInstrument = (id: string | null): void => setView({ chosenInstrument: id, chosenMicrophones: [] });
/** Back to the whole picture. */
export const chooseNothing = (): void => setView({ chosenInstrument: null, chosenMicrophones: [], chosenSource: null });
