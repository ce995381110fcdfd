import { AUDIO } from './audio.en';
import { CAUTIONS } from './cautions.en';
import { CHANGES } from './changes.en';
import { CHECKLIST } from './checklist.en';
import { CHECKS } from './checks.en';
import { DOCUMENTS } from './documents.en';
import { DRILLS } from './drills.en';
import { FINDINGS } from './findings.en';
import { FITS } from './fits.en';
import { HEARD } from './heard.en';
import { IMPORTS } from './imports.en';
import { INSTRUMENTS } from './instruments.en';
import { KINDS } from './kinds.en';
import { LINES } from './lines.en';
import { LISTS } from './lists.en';
import { OPTIMISE } from './optimise.en';
import { PATCHES } from './patches.en';
import { PLANNING } from './planning.en';
import { PROOF } from './proof.en';
import { RECORDING } from './recording.en';
import { RENDER } from './render.en';
import { STANDS } from './stands.en';
import { STEPS } from './steps.en';
import { STRINGS } from './strings.en';
import { TABLES } from './tables.en';
import { TAKES } from './takes.en';
import { TAPE } from './tape.en';
import { TONES } from './tones.en';
import { VERDICT } from './verdict.en';

/** Everything that is said, by domain and code: ICU messages. */
export const EN = {
  audio: AUDIO,
  render: RENDER,
  verdict: VERDICT,
  tones: TONES,
  proof: PROOF,
  optimise: OPTIMISE,
  patches: PATCHES,
  planning: PLANNING,
  cautions: CAUTIONS,
  changes: CHANGES,
  instruments: INSTRUMENTS,
  checklist: CHECKLIST,
  checks: CHECKS,
  documents: DOCUMENTS,
  drills: DRILLS,
  findings: FINDINGS,
  fits: FITS,
  heard: HEARD,
  imports: IMPORTS,
  kinds: KINDS,
  lines: LINES,
  recording: RECORDING,
  lists: LISTS,
  stands: STANDS,
  steps: STEPS,
  strings: STRINGS,
  tables: TABLES,
  takes: TAKES,
  tape: TAPE,
} as const;
