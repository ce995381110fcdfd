import { banksToLight, type LinePlan, type LineStep, PLAY_S, TAP_S } from '../../../core/lineCheck';
import { sayPatch } from '../../../words/patch.page.en';

interface Words {
  readonly title: string;
  readonly text: string;
  readonly press: string;
}

/** What a step asks of the person at the stand. */
export function wordsOf(step: LineStep, plan: LinePlan, byHand: boolean): Words {
  const { lines } = plan;
  const banks = banksToLight(plan);
  switch (step.kind) {
    case 'monitors down':
      return {
        title: sayPatch('turn-the-monitors-down'),
        text: sayPatch('loudspeakers-down-and-headphones-off-the', { byHand: byHand ? 'yes' : 'no' }),
        press: sayPatch('they-are-down'),
      };
    case 'plug':
      return {
        title: sayPatch('plug-every-microphone-in'),
        text: byHand ? sayPatch('switch-phantom-power-off-everywhere-first') : sayPatch('power-was-switched-off-everywhere-cables'),
        press: sayPatch('they-are-in'),
      };
    case 'answer':
      return {
        title: sayPatch('does-the-device-answer'),
        text: sayPatch('every-gain-goes-to-least-and'),
        press: sayPatch('they-are-down-move-the-gains'),
      };
    case 'power':
      return banks.length === 0
        ? {
            title: sayPatch('no-bank-needs-power'),
            text: byHand ? sayPatch('set-the-gains-as-the-sheet') : sayPatch('gains-go-to-what-is-planned'),
            press: byHand ? sayPatch('they-are-set') : sayPatch('they-are-down-set-the-gains'),
          }
        : {
            title: sayPatch('power-on-banks-bank-banks', { banks: banks.length, banks2: banks.join(` ${sayPatch('and')} `) }),
            text: sayPatch('monitors-still-down-from-here-on', { byHand: byHand ? 'yes' : 'no' }),
            press: byHand ? sayPatch('it-is-on') : sayPatch('monitors-are-down-switch-it-on'),
          };
    case 'silence':
      return {
        title: sayPatch('six-seconds-of-nothing'),
        text: byHand ? sayPatch('nobody-moves-heaters-fans-and-fridges') : sayPatch('nobody-moves-heaters-fans-and-fridges-2'),
        press: byHand ? sayPatch('listen') : sayPatch('they-are-down-listen'),
      };
    case 'tap': {
      const name = lines.find(({ microphoneId }) => microphoneId === step.microphoneId)?.name ?? '';
      return {
        title: sayPatch('knock-twice-on-then-clap-in', { name }),
        text: sayPatch('with-a-finger-on-its-body', { tap: TAP_S }),
        press: sayPatch('listen'),
      };
    }
    case 'play':
      return {
        title: sayPatch('play-all-of-it-as-loudly'),
        text: sayPatch('all-that-will-sound-for-s', { play: PLAY_S }),
        press: sayPatch('they-are-down-listen'),
      };
  }
}
