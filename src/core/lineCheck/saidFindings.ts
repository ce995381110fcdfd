import { asNumber } from '../units';
import { tell } from './codes';
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
          return found('hum', 'fix', [line], tell('said-hums', { line: name }));
        case 'hisses':
          return found('hiss', 'fix', [line], tell('said-hisses', { line: name }));
        case 'crackles':
          return found('crackle', 'fix', [line], tell('said-crackles', { line: name }));
        case 'hot':
          return found(
            'wrong gain',
            'fix',
            [line],
            tell('said-hot', { line: name, input: line.inputName, peak: asNumber(line.predictedPeakDbfs, 0) }),
          );
        case 'soft':
          return found(
            'wrong gain',
            'fix',
            [line],
            tell('said-soft', { line: name, input: line.inputName, peak: asNumber(line.predictedPeakDbfs, 0) }),
          );
      }
    }),
  );
}
