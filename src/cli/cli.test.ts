import { execFile } from 'node:child_process';
import { mkdtemp, readdir, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { boathouseKit } from '../../demo/boathouse';
import { exportSession } from '../core/exchange';
import { loadMilpSolver } from '../core/patch/highs';
import { planReport } from './planReport';

const root = resolve(import.meta.dirname, '../..');
const env = Object.fromEntries(Object.entries(process.env).filter(([name]) => name !== 'NODE_OPTIONS'));

/** Runs a command line as a person would, and gives its exit code and what it printed. */
function run(script: string, ...args: string[]): Promise<{ code: number; out: string; err: string }> {
  return new Promise((done) => {
    execFile(process.execPath, [join(root, 'scripts/cli.mjs'), script, ...args], { cwd: root, env, maxBuffer: 1e8 }, (error, out, err) =>
      done({
        code: typeof error?.code === 'number' ? error.code : 0,
        out,
        err: err
          .split('\n')
          .filter((line) => line && !line.startsWith('npm '))
          .join('\n'),
      }),
    );
  });
}

test('render-take writes a WAV for each microphone and the truth; take-check reads it back', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'shuttlecraft-'));
  const session = join(folder, 'session.json');
  await writeFile(session, exportSession(boathouseKit()));
  const rendered = await run('renderTake', session, '--out', join(folder, 'take'));
  expect(rendered).toEqual(expect.objectContaining({ code: 0, err: '' }));
  const files = (await readdir(join(folder, 'take'))).sort();
  expect(files).toEqual(['Kick.wav', 'Overhead left.wav', 'Overhead right.wav', 'Snare.wav', 'truth.json']);
  const checked = await run('takeCheck', '--json', ...files.slice(0, 4).map((file) => join(folder, 'take', file)));
  expect(checked.code).toBe(0);
  const report = JSON.parse(checked.out);
  const truth = JSON.parse(await readFile(join(folder, 'take', 'truth.json'), 'utf8'));
  const at = (microphone: string): number =>
    truth.arrivals.find((a: { source: string; microphone: string }) => a.source.endsWith('/snare') && a.microphone === microphone).delaySamples;
  const snare = report.sources.find((source: { spot: string }) => source.spot === 'Snare');
  const left = snare.arrivals.find((arrival: { channel: string }) => arrival.channel === 'Overhead left');
  expect(Math.abs(left.delaySamples - (at('Overhead left') - at('Snare')))).toBeLessThan(1);
  expect(Object.keys(report)).toEqual([
    'format',
    'version',
    'sampleRate',
    'durationSeconds',
    'channels',
    'pairs',
    'sources',
    'proposal',
    'clocks',
    'findings',
  ]);
});

test.each([
  [['takeCheck'], /No audio file was named/],
  [['takeCheck', 'nothing.wav'], /nothing\.wav cannot be opened: there is no such file/],
  [['takeCheck', 'package.json'], /not a WAV file/],
  [['takeCheck', 'src'], /src cannot be/],
  [['planCheck', 'package.json'], /“format”/],
  [['renderTake', 'package.json'], /Name one session file and a folder/],
] as [string[], RegExp][])('what cannot be used: exit 2 and one line (%j)', async ([script = '', ...args], reason) => {
  const { code, out, err } = await run(script, ...args);
  expect(code).toBe(2);
  expect(out).toBe('');
  expect(err.split('\n')).toHaveLength(1);
  expect(err).toMatch(reason);
});

test('the plan report has every arrival, the pair, a patch with gain, and findings', async () => {
  const report = planReport(boathouseKit(), await loadMilpSolver()) as {
    arrivals: object[];
    pairs: object[];
    patch: { phantom: boolean; predictedPeakDbfs: number }[];
    findings: object[];
  };
  expect(report.arrivals).toHaveLength(4 * 7);
  expect(report.pairs).toEqual([{ name: 'Overheads', left: 'Overhead left', right: 'Overhead right' }]);
  expect(report.patch.map((row) => row.phantom)).toEqual([false, false, true, true]);
  for (const row of report.patch) expect(Math.abs(row.predictedPeakDbfs + 12)).toBeLessThanOrEqual(0.5);
});
