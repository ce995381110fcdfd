import { formatNumber } from '../units';
import type { LineFinding } from './finding';
import { found } from './holders';
import type { Line } from './line';
import type { LineNotes } from './steps';

/** What a person said of a line, and what to do. */
export function saidFindings(lines: readonly Line[], { said }: LineNotes): LineFinding[] {
  return lines.flatMap((line) =>
    (said[line.inputId] ?? []).map((what): LineFinding => {
      const { name } = line;
      switch (what) {
        case 'hums':
          return found(
            'hum',
            'fix',
            [line],
            `${name} hums: keep its cable away from power leads and dimmers, try another cable, plug everything into one outlet; never lift the safety earth.`,
          );
        case 'hisses':
          return found('hiss', 'fix', [line], `${name} hisses: try another cable and another input, and check everything between.`);
        case 'crackles':
          return found('crackle', 'fix', [line], `${name} crackles: power off, then another cable; clean the contacts, keep it dry.`);
        case 'hot':
          return found(
            'wrong gain',
            'fix',
            [line],
            `${name} is too hot: turn input ${line.inputName} down until its peaks are near ${formatNumber(line.predictedPeakDbfs, 0)} dBFS.`,
          );
        case 'soft':
          return found(
            'wrong gain',
            'fix',
            [line],
            `${name} is too soft: turn input ${line.inputName} up until its peaks are near ${formatNumber(line.predictedPeakDbfs, 0)} dBFS, and look for a pad that is in.`,
          );
      }
    }),
  );
}
