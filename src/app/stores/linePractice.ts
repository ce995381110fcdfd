import { create } from 'zustand';
import type { Session } from '../../core/document';
import type { DeviceId } from '../../core/ids';
import { banksToLight, isTapped, type LineFault, linePlanOf } from '../../core/lineCheck';
import { sayStores } from '../../words/stores.page.en';

/** What can be hidden in a simulated interface to be found. */
export type Plant = LineFault['kind'] | 'any';
export const PLANTS: readonly { readonly value: Plant; readonly text: string }[] = [
  { value: 'any', text: sayStores('anything') },
  { value: 'swapped', text: sayStores('two-cables-exchanged') },
  { value: 'reversed', text: sayStores('a-reversed-cable') },
  { value: 'dead', text: sayStores('a-dead-cable') },
  { value: 'no power', text: sayStores('a-bank-without-power') },
  { value: 'wrong gain', text: sayStores('a-gain-that-is-not-what') },
  { value: 'hum', text: sayStores('hum') },
  { value: 'not answering', text: sayStores('a-device-that-does-nothing') },
  { value: 'dropped', text: sayStores('a-connection-that-drops') },
];

/** What is hidden in the simulated interface of the next line check; null for nothing. */
export const useLinePractice = create<{ readonly plant: Plant | null }>(() => ({ plant: null }));

/** A fault of the wished kind somewhere among the lines: where is for the check to find. */
export function planted(session: Session, deviceId: DeviceId, wish: Plant | null): LineFault[] {
  const plan = linePlanOf(session, deviceId);
  const lines = plan.lines.filter(isTapped);
  const one = lines[Math.floor(Math.random() * lines.length)];
  const kinds = PLANTS.flatMap(({ value }) => (value === 'any' ? [] : [value]));
  const plant = wish === 'any' ? kinds[Math.floor(Math.random() * kinds.length)] : wish;
  if (!plant || !one) return [];
  const others = lines.filter((line) => line !== one);
  const other = others[Math.floor(Math.random() * others.length)];
  switch (plant) {
    case 'swapped':
      return other ? [{ kind: plant, microphoneId: one.microphoneId, otherId: other.microphoneId }] : [];
    case 'reversed':
    case 'dead':
    case 'hum':
      return [{ kind: plant, microphoneId: one.microphoneId }];
    case 'no power':
      return banksToLight(plan)
        .slice(0, 1)
        .map((bank) => ({ kind: plant, bank }));
    case 'wrong gain':
      return [{ kind: plant, inputId: one.inputId, byDb: Math.random() < 0.5 ? -16 : 16 }];
    case 'not answering':
      return [{ kind: plant }];
    case 'dropped':
      return [{ kind: plant, afterCommands: 5 }];
    default:
      return [];
  }
}
