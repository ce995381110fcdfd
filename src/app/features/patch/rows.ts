import type { PhantomNeed } from '../../../core/microphones';
import { sayPatch } from '../../../words/patch.page.en';

/** A microphone as the patch shows it. */
export interface Row {
  readonly id: string;
  readonly name: string;
  readonly label: string;
  readonly colour: number;
  readonly phantom: PhantomNeed;
  /** What stands between it and its input; empty for a cable alone. */
  readonly through: string;
  /** Where the second way of its splitter goes; null for none. */
  readonly secondInput: string | null;
}

export const NEEDS: Record<PhantomNeed, string> = { needs: '48 V', indifferent: '', never: sayPatch('no-48-v') };
