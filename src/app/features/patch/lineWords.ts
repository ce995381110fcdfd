import { banksToLight, type LinePlan, type LineStep, PLAY_S, TAP_S } from '../../../core/lineCheck';

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
        title: 'Turn the monitors down',
        text: `Loudspeakers down and headphones off the ears: plugging and power bang.${byHand ? ' Switch phantom power off everywhere.' : ''}`,
        press: 'They are down',
      };
    case 'plug':
      return {
        title: 'Plug every microphone in',
        text: byHand
          ? 'Switch phantom power off everywhere first. Cables as the patch says; the check finds what is not.'
          : 'Power was switched off everywhere. Cables as the patch says; the check finds what is not.',
        press: 'They are in',
      };
    case 'answer':
      return {
        title: 'Does the device answer?',
        text: 'Every gain goes to least and to most; the noise must follow. Monitors down and headphones off before you press.',
        press: 'They are down: move the gains',
      };
    case 'power':
      return banks.length === 0
        ? {
            title: 'No bank needs power',
            text: byHand
              ? 'Set the gains as the sheet has them, monitors down.'
              : 'Gains go to what is planned. Monitors down and headphones off before you press.',
            press: byHand ? 'They are set' : 'They are down: set the gains',
          }
        : {
            title: `Power on: ${banks.length === 1 ? 'bank' : 'banks'} ${banks.join(' and ')}`,
            text: `Monitors still down. From here on nothing is plugged or pulled while power is on.${byHand ? ' Switch it on, and set the gains as the sheet has them.' : ''}`,
            press: byHand ? 'It is on' : 'Monitors are down: switch it on',
          };
    case 'silence':
      return {
        title: 'Six seconds of nothing',
        text: byHand
          ? 'Nobody moves; heaters, fans and fridges off. Loudspeakers stay down. Look at each meter, then hear each line alone on headphones, volume up slowly.'
          : 'Nobody moves; heaters, fans and fridges off. Monitors down, headphones off: an open microphone may howl.',
        press: byHand ? 'Listen' : 'They are down: listen',
      };
    case 'tap': {
      const name = lines.find(({ microphoneId }) => microphoneId === step.microphoneId)?.name ?? '';
      return {
        title: `Knock twice on ${name}, then clap in front of it`,
        text: `With a finger on its body; then one clap a hand’s width in front, all within ${TAP_S} s. Never blow at a ribbon.`,
        press: 'Listen',
      };
    }
    case 'play':
      return {
        title: 'Play all of it, as loudly as in the take',
        text: `All that will sound, for ${PLAY_S} s. Monitors down, headphones off.`,
        press: 'They are down: listen',
      };
  }
}
