import { CHANGES } from './changes.en';
import { CHECKLIST } from './checklist.en';
import { CHECKS } from './checks.en';
import { DRILLS } from './drills.en';
import { FINDINGS } from './findings.en';
import { FITS } from './fits.en';
import { HEARD } from './heard.en';
import { IMPORTS } from './imports.en';
import { KINDS } from './kinds.en';
import { LINES } from './lines.en';
import { OPTIMISE } from './optimise.en';
import { PATCHES } from './patches.en';
import { PLANNING } from './planning.en';
import { PROOF } from './proof.en';
import { RECORDING } from './recording.en';
import { RENDER } from './render.en';
import { TAPE } from './tape.en';
import { VERDICT } from './verdict.en';

/** Everything that is said, by domain and code: ICU messages. */
export const EN = {
  render: RENDER,
  verdict: VERDICT,
  proof: PROOF,
  optimise: OPTIMISE,
  patches: PATCHES,
  planning: PLANNING,
  changes: CHANGES,
  checklist: CHECKLIST,
  checks: CHECKS,
  drills: DRILLS,
  findings: FINDINGS,
  fits: FITS,
  heard: HEARD,
  imports: IMPORTS,
  kinds: KINDS,
  lines: LINES,
  recording: RECORDING,
  tape: TAPE,
} as const;
