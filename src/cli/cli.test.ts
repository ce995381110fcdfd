import { execFile, execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { closeSync, openSync } from 'node:fs';
import { link, mkdir, mkdtemp, readdir, readFile, rm, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { boathouseKit } from '../../demo/boathouse';
import { writeWav } from '../core/audio';
import { exportSession } from '../core/exchange';
import { loadMilpSolver } from '../core/patch/highs';
import { AUDIO } from '../words/audio.en';
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
    'roles',
    'findings',
  ]);
  // A folder is its newest take.
  const whole = JSON.parse((await run('takeCheck', '--json', join(folder, 'take'))).out);
  expect(whole.channels.map(({ name }: { name: string }) => `${name}.wav`).sort()).toEqual(files.slice(0, 4));
  await mkdir(join(folder, 'no-sounds'));
  const empty = await run('takeCheck', join(folder, 'no-sounds'));
  expect(empty).toMatchObject({ code: 2 });
  expect(empty.err).toMatch(/no-sounds has no sound files: name the folder/);
  const held = await run('takeCheck', '--json', '--plan', session, ...files.slice(0, 4).map((file) => join(folder, 'take', file)));
  const proof = JSON.parse(held.out);
  expect(proof.findings.filter((finding: { severity: string }) => finding.severity !== 'note')).toEqual([]);
  expect(proof.comparisons.length).toBeGreaterThan(10);
  for (const c of proof.comparisons)
    expect(Object.keys(c)).toEqual(expect.arrayContaining(['source', 'microphone', 'plannedSamples', 'measuredSamples', 'sigmaSamples', 'polarity']));
  for (const finding of proof.findings) expect(finding.probability).toBeLessThanOrEqual(1);
  // Two of the four leave their places open: it is said, in words too.
  const two = files.slice(0, 2).map((file) => join(folder, 'take', file));
  const few = JSON.parse((await run('takeCheck', '--json', '--plan', session, ...two)).out);
  expect(few.limits).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ kind: 'moved', channels: expect.arrayContaining(['Overhead left']), message: expect.any(String) }),
    ]),
  );
  expect((await run('takeCheck', '--plan', session, ...two)).out).toMatch(/What this take does not show:\n +(W|The polarity)/);
  expect((await run('takeCheck', '--plan', 'package.json', join(folder, 'take', 'Kick.wav'))).err).toMatch(/package\.json/);
});

test('take-check reads FLAC as other programs write it', async () => {
  const file = join(root, 'node_modules/supersonic-scsynth-samples/samples/drum_heavy_kick.flac');
  const { code, out } = await run('takeCheck', '--json', file);
  expect(code).toBe(0);
  const { sampleRate, channels } = JSON.parse(out);
  expect([sampleRate, channels[0].name]).toEqual([44_100, 'drum_heavy_kick']);
  expect(channels[0].peakDbfs).toBeGreaterThan(-20);
});

test.each([
  [['takeCheck'], /No audio file was named/],
  [['takeCheck', 'nothing.wav'], /nothing\.wav cannot be opened: there is no such file/],
  [['takeCheck', 'package.json'], AUDIO['not-a-sound-file']],
  [['takeCheck', 'src'], /src has no sound files: name the folder/],
  [['planCheck', 'package.json'], /“format”/],
  [['renderTake', 'package.json'], /Name one session file and a folder/],
] as [string[], RegExp | string][])('what cannot be used: exit 2 and one line (%j)', async ([script = '', ...args], reason) => {
  const { code, out, err } = await run(script, ...args);
  expect(code).toBe(2);
  expect(out).toBe('');
  expect(err.split('\n')).toHaveLength(1);
  expect(err).toMatch(reason);
});

describe('what is written never replaces what the program did not make', () => {
  const short = writeWav([Float32Array.from({ length: 9600 }, (_, i) => Math.exp(-i / 900) * Math.sin(i / 5))], 48_000);
  const folderWith = async (...names: string[]): Promise<string> => {
    const folder = await mkdtemp(join(tmpdir(), 'shuttlecraft-'));
    for (const name of names) await writeFile(join(folder, name), short);
    return folder;
  };
  test('take-check --out *.wav, as a shell writes it out: the recordings stay as they are', async () => {
    const folder = await folderWith('a.wav', 'b.wav', 'c.wav');
    const [a, b, c] = ['a.wav', 'b.wav', 'c.wav'].map((name) => join(folder, name)) as [string, string, string];
    const { code, err } = await run('takeCheck', '--out', a, b, c);
    expect([code, err]).toEqual([2, `${a} is a recording, so it is left as it is: name another, or add --replace to have it replaced.`]);
    expect((await run('takeCheck', '--replace', '--out', a, a)).err).toMatch(/one of the files to read/);
    expect(new Uint8Array(await readFile(a))).toEqual(short);
  });
  test('a report replaces a report, and nothing else without being told', async () => {
    const folder = await folderWith('a.wav');
    const report = join(folder, 'report.txt');
    for (const options of [[], ['--json'], []]) expect((await run('takeCheck', ...options, '--out', report, join(folder, 'a.wav'))).code).toBe(0);
    // A report somebody wrote into is somebody's.
    for (const options of [[], ['--json']]) {
      expect((await run('takeCheck', ...options, '--replace', '--out', report, join(folder, 'a.wav'))).code).toBe(0);
      const noted = (await readFile(report, 'utf8')).replace(/peak/, 'peak (mine)');
      for (const words of [noted, 'my own notes', '', '{}']) {
        await writeFile(report, words);
        const { code, err } = await run('takeCheck', '--out', report, join(folder, 'a.wav'));
        expect([code, err]).toEqual([2, expect.stringMatching(/is not as this command wrote it/)]);
        expect(await readFile(report, 'utf8')).toBe(words);
      }
    }
    expect((await run('takeCheck', '--replace', '--out', report, join(folder, 'a.wav'))).code).toBe(0);
  });
  test('render-take into a folder with a recording of the same name leaves it; its own take it makes anew', async () => {
    const folder = await folderWith('Kick.wav');
    const session = join(folder, 'session.json');
    await writeFile(session, exportSession(boathouseKit()));
    expect((await run('renderTake', session, '--out', folder)).err).toMatch(/Kick\.wav is a recording/);
    expect(await readdir(folder)).toEqual(['Kick.wav', 'session.json']);
    for (const seed of ['1', '2']) expect((await run('renderTake', session, '--out', join(folder, 'take'), '--seed', seed)).code).toBe(0);
  });
});

describe('whose file it is', () => {
  const session = async (folder: string): Promise<string> => {
    const path = join(folder, 'session.json');
    await writeFile(path, exportSession(boathouseKit()));
    return path;
  };
  const sound = Buffer.from(writeWav([new Float32Array(480).fill(0.3)], 48_000));

  test('a take of an earlier run that somebody recorded over is theirs; a link is never followed, an input never written', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'shuttlecraft-'));
    const path = await session(folder);
    const out = join(folder, 'take');
    expect((await run('renderTake', path, '--out', out)).code).toBe(0);
    expect((await run('renderTake', path, '--out', out, '--seed', '2')).code).toBe(0);
    // The same name, other bytes.
    await writeFile(join(out, 'Kick.wav'), sound);
    expect((await run('renderTake', path, '--out', out)).err).toMatch(/Kick\.wav is a recording, so it is left as it is/);
    expect(await readFile(join(out, 'Kick.wav'))).toEqual(sound);
    // A name that leads elsewhere, and one that is the same file.
    const elsewhere = join(folder, 'mine.wav');
    await writeFile(elsewhere, sound);
    await rm(join(out, 'Kick.wav'));
    await symlink(elsewhere, join(out, 'Kick.wav'));
    for (const more of [[], ['--replace']])
      expect((await run('renderTake', path, '--out', out, ...more)).err).toMatch(/it is a link to something else/);
    await rm(join(out, 'Kick.wav'));
    await link(elsewhere, join(out, 'Kick.wav'));
    expect((await run('renderTake', path, '--out', out)).err).toMatch(/is a recording/);
    expect((await run('renderTake', path, '--out', out, '--replace')).code).toBe(0);
    expect(await readFile(elsewhere)).toEqual(sound);
    expect((await readFile(join(out, 'Kick.wav'))).equals(sound)).toBe(false);
  });
  test('a report is not written onto what is read, by whatever link', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'shuttlecraft-'));
    const path = await session(folder);
    const take = join(folder, 'Kick.wav');
    await writeFile(take, sound);
    for (const [of, name] of [
      [take, 'linked.txt'],
      [path, 'plan.txt'],
    ] as const)
      for (const how of [link, symlink]) {
        const out = join(folder, `${how.name}-${name}`);
        await how(of, out);
        const before = await readFile(of);
        for (const more of [[], ['--replace']]) {
          const { code, err } = await run('takeCheck', '--plan', path, '--out', out, ...more, take);
          expect([name, how.name, code, err]).toEqual([name, how.name, 2, expect.stringMatching(/is one of the files to read/)]);
        }
        expect(await readFile(of)).toEqual(before);
      }
  });
  test('standard output on a full disk is one line', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'shuttlecraft-'));
    const take = join(folder, 'Kick.wav');
    await writeFile(take, sound);
    const full = openSync('/dev/full', 'w');
    const child = spawn(process.execPath, [join(root, 'scripts/cli.mjs'), 'takeCheck', '--json', take], { env, stdio: ['ignore', full, 'pipe'] });
    let err = '';
    child.stderr?.on('data', (bytes) => {
      err += bytes;
    });
    const code = await new Promise((done) => child.on('close', done));
    closeSync(full);
    expect([code, err.trim().split('\n')]).toEqual([2, ['Standard output cannot be written: there is no room left.']]);
  });
});

test.each([
  ['a folder to write into a file', (folder: string) => ['takeCheck', '--out', folder, join(folder, 'a.wav')], /cannot be written: it is a folder/],
  [
    'a folder that is not there',
    (folder: string) => ['takeCheck', '--out', join(folder, 'no/report'), join(folder, 'a.wav')],
    /cannot be written: there is no such/,
  ],
  ['a pipe to read', (folder: string) => ['takeCheck', join(folder, 'pipe')], /it is no plain file/],
  ['a pipe for a session', (folder: string) => ['planCheck', join(folder, 'pipe')], /it is no plain file/],
  [
    'a file for a folder',
    (folder: string) => ['renderTake', join(folder, 'session.json'), '--out', join(folder, 'a.wav', 'x')],
    /cannot be made a folder/,
  ],
  ['an option there is not', (folder: string) => ['takeCheck', '--loud', join(folder, 'a.wav')], /Unknown option '--loud'.*Usage/],
  [
    'a seed that is no number',
    (folder: string) => ['renderTake', join(folder, 'session.json'), '--out', folder, '--seed', '1e99'],
    /--seed must be a whole number/,
  ],
] as [string, (folder: string) => [string, ...string[]], RegExp][])('%s: exit 2 and one line', async (_, typed, reason) => {
  const folder = await mkdtemp(join(tmpdir(), 'shuttlecraft-'));
  await writeFile(join(folder, 'a.wav'), writeWav([new Float32Array(480).fill(0.1)], 48_000));
  await writeFile(join(folder, 'session.json'), exportSession(boathouseKit()));
  execFileSync('mkfifo', [join(folder, 'pipe')]);
  const { code, err } = await run(...typed(folder));
  expect(code).toBe(2);
  expect(err.split('\n')).toHaveLength(1);
  expect(err).toMatch(reason);
});

test('--help says how it is used; a reader that goes away is no error', async () => {
  expect((await run('takeCheck', '--help')).out).toMatch(/^Usage: npm run -s take-check/);
  const child = spawn(process.execPath, [join(root, 'scripts/cli.mjs'), 'takeCheck', '--help'], { env, stdio: ['ignore', 'pipe', 'pipe'] });
  child.stdout.destroy();
  let err = '';
  child.stderr.on('data', (bytes) => {
    err += bytes;
  });
  const [code] = await once(child, 'close');
  expect([code, err]).toEqual([0, '']);
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
  expect(report.patch.map((row) => row.phantom)).toEqual([true, true, true, true]);
  for (const row of report.patch) expect(Math.abs(row.predictedPeakDbfs + 12)).toBeLessThanOrEqual(0.5);
});
