import { readdir, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { checkTake, matchByName, proveTake, type TakeReport, takesInFolder } from '../core/analysis';
import { arrivalTable } from '../core/arrivals';
import type { Session } from '../core/document';
import { type TakeReportDocument, takeReportDocument } from '../core/exchange';
import { loadFftKernel } from '../core/math';
import { inputNamesInUse, resolveFiles, tapedStrings } from '../core/planning';
import { formatNumber } from '../core/units';
import { sayTold } from '../words';
import { sayCommand } from '../words/commands.page.en';
import { readArguments, runCommand } from './command';
import { InputError, isSealed, mayWrite, readText, sealedJson, sealedText, withAudioFiles, write } from './files';
import { meterBeside } from './meterBeside';
import { readSession } from './sessionFile';

const USAGE = sayCommand('usage', { rest: 'take-check -- [--json] [--plan SESSION.json] [--out FILE [--replace]] FILE...|FOLDER' });

function asText(report: TakeReportDocument): string {
  const db = (value: number): string => formatNumber(value, 1).padStart(7);
  const lines = [
    sayCommand('channels', { channels: report.channels.length, seconds: formatNumber(report.durationSeconds, 1), rate: `${report.sampleRate}` }),
    '',
  ];
  const heads = (['peak', 'true-peak', 'loudness', 'noise'] as const).map((head) => sayCommand(head));
  lines.push(`${sayCommand('channel').padEnd(22)} ${heads.join('  ')}`);
  for (const c of report.channels)
    lines.push(`${c.name.padEnd(22)} ${db(c.peakDbfs)}    ${db(c.truePeakDbtp)}    ${db(c.loudnessLufs)}        ${db(c.noiseFloorDbfs)}`);
  for (const source of report.sources) {
    lines.push('', sayCommand('heard-after', { spot: source.spot, events: source.events }));
    for (const a of source.arrivals)
      lines.push(
        `  ${a.channel.padEnd(22)} ${formatNumber(a.delaySamples, 2).padStart(9)}  ${sayCommand(a.polarity === 1 ? 'same-polarity' : 'opposite')}  ${sayCommand('sure', { percent: formatNumber(a.confidence * 100, 0) })}`,
      );
  }
  lines.push('', ...report.findings.map((finding) => `${finding.severity.padEnd(8)} ${finding.message}`));
  if (report.findings.length === 0) lines.push(`fine     ${sayCommand('nothing-to-fix')}`);
  if (report.limits?.length) lines.push('', sayCommand('not-shown'), ...report.limits.map(({ message }) => `         ${message}`));
  return `${lines.join('\n')}\n`;
}

/** The report with what is said of it, and every comparison. */
function againstPlan(session: Session, report: TakeReport): TakeReportDocument {
  const plan = resolveFiles(session);
  const names = report.channels.map(({ name }) => name);
  const matching = matchByName(names, plan.microphones, inputNamesInUse(session));
  const proof = proveTake(arrivalTable(plan), report, matching, tapedStrings(session, plan));
  return takeReportDocument({ report, proof, session, matching }, (words) => sayTold(words, session.units));
}

/** No report is as long as this. */
const MOST_REPORT_BYTES = 64e6;

/** Whether a file that is there already is a report of this command, as it was written. */
const isReport = async (path: string): Promise<boolean> => (await stat(path)).size < MOST_REPORT_BYTES && isSealed(await readText(path));

/** Of a folder the files of its newest take, and which that is; files as they are. */
async function takeOf(paths: readonly string[]): Promise<readonly string[]> {
  const [only] = paths;
  if (only === undefined || paths.length > 1 || !(await stat(only).catch(() => null))?.isDirectory()) return paths;
  const there = await readdir(only, { recursive: true, withFileTypes: true });
  const files = await Promise.all(
    there
      .filter((entry) => entry.isFile())
      .map(async (entry) => {
        const full = join(entry.parentPath, entry.name);
        return { path: relative(only, full).split(sep).join('/'), modifiedMs: (await stat(full)).mtimeMs, full };
      }),
  );
  const [newest, ...others] = takesInFolder(files);
  if (!newest) throw new InputError(sayCommand('no-sound-files', { folder: only }));
  if (others.length > 0)
    process.stderr.write(`${sayCommand('newest-take', { takes: others.length + 1, folder: only, name: newest.name || 'none' })}\n`);
  return newest.files.map(({ full }) => full);
}

await runCommand(async () => {
  const { values, positionals } = readArguments(
    { json: { type: 'boolean' }, plan: { type: 'string' }, out: { type: 'string' }, replace: { type: 'boolean' } },
    USAGE,
  );
  if (positionals.length === 0) throw new InputError(sayCommand('name-a-file', { usage: USAGE }));
  const named = await takeOf(positionals);
  const { out } = values;
  if (out !== undefined)
    await mayWrite(out, {
      isOurs: isReport,
      replace: values.replace ?? false,
      inputs: [...named, ...(values.plan === undefined ? [] : [values.plan])],
    });
  const session = values.plan === undefined ? null : await readSession(values.plan);
  const kernel = await loadFftKernel();
  const measured = await withAudioFiles(named, (files) =>
    checkTake(files, { kernel, ...(files.some(({ info }) => info.unpacked) ? {} : { meter: () => meterBeside(named) }) }),
  );
  const report = session
    ? againstPlan(session, measured)
    : takeReportDocument({ report: measured, proof: null, session: null, matching: {} }, (words) => sayTold(words, 'metric'));
  if (out !== undefined) await write(out, values.json ? sealedJson(report) : sealedText(asText(report)));
  else process.stdout.write(values.json ? `${JSON.stringify(report)}\n` : asText(report));
});
