import { arrivalTable } from '../core/arrivals';
import type { Finding } from '../core/checks';
import { plugAll, type Session } from '../core/document';
import { inputAddress } from '../core/ids';
import { assignInputs, type SolveMilp } from '../core/patch';
import { gainSetting, outboardOf, patchInputs, patchProblem, planFindings, powerOf, powerWords, resolvePlan, withOffers } from '../core/planning';
import { sayFinding, sayTold } from '../words';

/** The plan report of `plan-check`: arrivals, pairs, patch and findings of a session. */
export function planReport(session: Session, solve: SolveMilp): object {
  const plan = resolvePlan(session);
  const table = arrivalTable(plan);
  const patched = assignInputs(patchProblem(session, table), solve);
  const inputs = patchInputs(session);
  const plugged = patched.ok ? plugAll(patched.inputs, patched.through)(session) : session;
  const power = powerOf(plugged);
  const rows = patched.ok
    ? plan.microphones.map((microphone) => {
        const input = inputs.find((candidate) => inputAddress(candidate) === patched.inputs[microphone.id]);
        const setting = input ? gainSetting(table, microphone.id, input, outboardOf(plugged, microphone.id)) : null;
        const pads = setting ? [...(setting.microphonePad ? ['microphone'] : []), ...(setting.inputPad ? ['input'] : [])] : [];
        const words = powerWords(plugged, microphone.id, false, power);
        return {
          microphone: microphone.name,
          input: patched.inputs[microphone.id],
          phantom: words?.input === 'on',
          phantomNote: words?.note ? sayTold(words.note, session.units) : null,
          between: outboardOf(plugged, microphone.id)?.name ?? null,
          pads,
          gainDb: setting?.gainDb ?? null,
          predictedPeakDbfs: setting?.predictedPeakDbfs ?? null,
        };
      })
    : [];
  const patchFinding = patched.ok ? [] : [{ severity: 'fix', code: 'no-patch', message: sayTold(patched.reason, session.units), microphones: [] }];
  return {
    format: 'shuttlecraft-plan-report',
    version: 1,
    arrivals: table.rows.flatMap((row, m) =>
      row.map((a, s) => ({
        source: plan.sources[s]?.name,
        microphone: plan.microphones[m]?.name,
        distanceM: a.distanceM,
        delayMs: a.delaySeconds * 1000,
        delaySamples: a.delaySeconds * plan.sampleRateHz,
        levelDb: a.levelDb,
        polarity: a.settled ? a.polarity : null,
        angleDeg: a.angleDeg,
        paths: a.paths.map((path) => ({ face: path.face, delayMs: path.delaySeconds * 1000, levelDb: path.levelDb, polarity: path.recordedSign })),
      })),
    ),
    pairs: plan.pairs.map((pair) => ({
      name: pair.name,
      left: plan.microphones.find((m) => m.id === pair.leftId)?.name,
      right: plan.microphones.find((m) => m.id === pair.rightId)?.name,
    })),
    patch: rows,
    findings: [...patchFinding, ...withOffers(session, planFindings(session, table)).map((finding) => rowOf(finding, session))],
  };
}

const rowOf = (finding: Finding, { microphones, units }: Pick<Session, 'microphones' | 'units'>): object => ({
  severity: finding.severity,
  code: finding.code,
  microphones: finding.microphoneIds.map((id) => microphones.find((m) => m.id === id)?.name ?? id),
  message: sayFinding(finding, units),
});
