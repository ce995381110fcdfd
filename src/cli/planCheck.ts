import { loadMilpSolver } from '../core/patch/highs';
import { sayCommand } from '../words/commands.page.en';
import { readArguments, runCommand } from './command';
import { InputError } from './files';
import { planReport } from './planReport';
import { readSession } from './sessionFile';

const USAGE = sayCommand('usage', { rest: 'plan-check -- [--json] SESSION.json' });

interface Row {
  readonly [key: string]: unknown;
}

function asText(report: { patch: Row[]; findings: Row[] }): string {
  const patch = report.patch.map(
    (row) =>
      `${String(row.microphone).padEnd(22)} ${String(row.input).padEnd(24)} ${sayCommand('gain', { gain: String(row.gainDb), phantom: row.phantom ? 'yes' : 'no' })}`,
  );
  const findings = report.findings.map((row) => `${String(row.severity).padEnd(8)} ${row.message}`);
  return `${[...patch, '', ...(findings.length ? findings : [`fine     ${sayCommand('nothing-to-fix')}`])].join('\n')}\n`;
}

await runCommand(async () => {
  const { values, positionals } = readArguments({ json: { type: 'boolean' } }, USAGE);
  const [path] = positionals;
  if (!path || positionals.length > 1) throw new InputError(sayCommand('name-a-session', { usage: USAGE }));
  const report = planReport(await readSession(path), await loadMilpSolver());
  process.stdout.write(values.json ? `${JSON.stringify(report)}\n` : asText(report as { patch: Row[]; findings: Row[] }));
});
