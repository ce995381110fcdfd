import { create } from 'zustand';
import { remember, remembered } from './remembered';

const KEY = 'everything';

/** Whether all that is folded shows, on this machine. */
export const useEverything = create<{ readonly isOn: boolean }>(() => ({ isOn: remembered(KEY) === 'yes' }));

export function showEverything(isOn: boolean): void {
  remember(KEY, isOn ? 'yes' : null);
  useEverything.setState({ isOn });
}
