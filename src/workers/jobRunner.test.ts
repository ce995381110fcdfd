import { type Clock, install } from '@sinonjs/fake-timers';
import { boathouseKit } from '../../demo/boathouse';
import { createRandom } from '../core/math';
import { sayJobs } from '../words/jobs.page.en';
import { createJobRunner, type JobAnswer, type WorkerLike } from './jobRunner';
import type { JobMessage, JobName, WorkerMessage } from './protocol';

/** A worker that does only what it is told, and remembers what was asked of it. */
class Puppet implements WorkerLike {
  onmessage: WorkerLike['onmessage'] = null;
  onerror: WorkerLike['onerror'] = null;
  onmessageerror: WorkerLike['onmessageerror'] = null;
  readonly asked: JobMessage[] = [];
  ended = false;
  constructor(readonly name: JobName) {}
  postMessage(message: JobMessage): void {
    this.asked.push(message);
  }
  terminate(): void {
    this.ended = true;
  }
  say(message: WorkerMessage): void {
    this.onmessage?.({ data: message });
  }
  answer(output: unknown, i = this.asked.length - 1): void {
    this.say({ kind: 'done', id: this.asked[i]?.id ?? 0, output });
  }
}

const session = boathouseKit();

/** A runner whose workers are puppets, all that were made in order. */
function stage() {
  const puppets: Puppet[] = [];
  const runner = createJobRunner((name) => {
    const puppet = new Puppet(name);
    puppets.push(puppet);
    return puppet;
  });
  const moves = (owner: string, more: { signal?: AbortSignal; onProgress?: (share: number) => void } = {}) =>
    runner.run('smallest-moves', session, { owner, ...more });
  return { puppets, runner, moves, last: () => puppets.at(-1) as Puppet };
}

const told = (answer: JobAnswer<JobName>): string => (answer.kind === 'failed' ? answer.reason : answer.kind);

let clock: Clock;
beforeEach(() => {
  clock = install();
});
afterEach(() => clock.uninstall());

test('one worker for one kind of job, kept from job to job, one job at a time', async () => {
  const { puppets, moves, last } = stage();
  const [a, b] = [moves('floor'), moves('sheet')];
  last().say({ kind: 'ready' });
  expect(last().asked).toHaveLength(1);
  last().answer('A');
  expect(await a).toEqual({ kind: 'done', output: 'A' });
  last().answer('B');
  expect(await b).toEqual({ kind: 'done', output: 'B' });
  expect(puppets).toHaveLength(1);
});

test('the newest request of an owner wins, another owner’s stays; memory is given back at once', async () => {
  const { puppets, moves, last, runner } = stage();
  const [old, other] = [moves('floor'), moves('sheet')];
  const young = moves('floor');
  expect(told(await old)).toBe('superseded');
  expect(puppets[0]?.ended).toBe(true);
  expect(runner.alive()).toBe(1);
  last().answer('of the sheet');
  expect(await other).toEqual({ kind: 'done', output: 'of the sheet' });
  last().answer('of the floor');
  expect(await young).toEqual({ kind: 'done', output: 'of the floor' });
});

test('cancelled while it waits, while it runs, before it began: answered at once, the worker ended, the next one served', async () => {
  const { puppets, moves, last, runner } = stage();
  const [running, waiting, before] = [new AbortController(), new AbortController(), new AbortController()];
  const a = moves('a', { signal: running.signal });
  const b = moves('b', { signal: waiting.signal });
  const c = moves('c');
  before.abort();
  expect(told(await moves('d', { signal: before.signal }))).toBe('cancelled');
  waiting.abort();
  expect(told(await b)).toBe('cancelled');
  expect(puppets[0]?.ended).toBe(false);
  running.abort();
  expect(told(await a)).toBe('cancelled');
  expect(puppets[0]?.ended).toBe(true);
  last().answer('c');
  expect(told(await c)).toBe('done');
  expect(runner.alive()).toBe(1);
});

test('an answer that comes late, twice or for another job is heard by nobody', async () => {
  const { puppets, moves, last } = stage();
  const control = new AbortController();
  const heard: number[] = [];
  const a = moves('a', { signal: control.signal, onProgress: (share) => heard.push(share) });
  const first = last();
  first.say({ kind: 'progress', id: 1, share: 0.1 });
  control.abort();
  await a;
  first.say({ kind: 'progress', id: 1, share: 0.9 });
  first.answer('late');
  const b = moves('b');
  last().answer('of an older job', 0);
  last().say({ kind: 'done', id: 999, output: 'of nobody' });
  last().answer('again');
  expect(await b).toEqual({ kind: 'done', output: 'of an older job' });
  expect(heard).toEqual([0.1]);
  expect(puppets).toHaveLength(2);
});

test('a worker that cannot be loaded is said in a sentence that blames nobody’s files, and tried anew', async () => {
  const { puppets, moves, last } = stage();
  const a = moves('a');
  last().onerror?.({});
  expect(told(await a)).toBe(sayJobs('not-loaded', { what: sayJobs('smallest-moves') }));
  const b = moves('b');
  await clock.tickAsync(20_000);
  expect(told(await b)).toBe(sayJobs('not-loaded', { what: sayJobs('smallest-moves') }));
  const c = moves('c');
  last().say({ kind: 'ready' });
  last().answer('well');
  expect(told(await c)).toBe('done');
  expect(puppets.map(({ ended }) => ended)).toEqual([true, true, false]);
});

test('spawning that throws is an answer too', async () => {
  const runner = createJobRunner(() => {
    throw new Error('no workers here');
  });
  expect(told(await runner.run('patch', {} as never, { owner: 'x' }))).toBe(sayJobs('not-loaded', { what: sayJobs('patch') }));
});

test('a worker that dies in the middle is replaced; its job is told, those that wait are served', async () => {
  const { puppets, moves, last } = stage();
  const [a, b] = [moves('a'), moves('b')];
  last().say({ kind: 'ready' });
  last().onerror?.({ message: 'out of\nmemory' });
  expect(told(await a)).toBe(sayJobs('broke-off', { what: sayJobs('smallest-moves'), why: 'out of memory' }));
  last().say({ kind: 'ready' });
  last().answer('b');
  expect(told(await b)).toBe('done');
  expect(puppets).toHaveLength(2);
});

test('work that throws is told with its reason and leaves the worker alive', async () => {
  const { moves, last, runner } = stage();
  const a = moves('a');
  last().say({ kind: 'failed', id: 1, reason: 'its table is empty' });
  expect(told(await a)).toBe(sayJobs('broke-off', { what: sayJobs('smallest-moves'), why: 'its table is empty' }));
  expect(runner.alive()).toBe(1);
});

test('one that falls silent is stopped after its time, with a way out; signs of life keep it going', async () => {
  const { moves, last, runner } = stage();
  const a = moves('a');
  last().say({ kind: 'ready' });
  for (let i = 0; i < 5; i++) {
    await clock.tickAsync(15_000);
    last().say({ kind: 'progress', id: 1, share: i / 5 });
  }
  expect(runner.alive()).toBe(1);
  await clock.tickAsync(20_000);
  expect(told(await a)).toBe(sayJobs('too-long', { what: sayJobs('smallest-moves'), wayOut: sayJobs('smallest-moves/way-out') }));
  expect(runner.alive()).toBe(0);
});

test('disposing answers everything and ends every worker', async () => {
  const { moves, runner } = stage();
  const all = [moves('a'), moves('b'), runner.run('patch', {} as never, { owner: 'c' })];
  expect(runner.alive()).toBe(2);
  runner.dispose();
  expect((await Promise.all(all)).map(told)).toEqual(['cancelled', 'cancelled', 'cancelled']);
  expect(runner.alive()).toBe(0);
});

test('2000 random events: every request answered once, by its own output or by a reason (seeded)', async () => {
  for (let seed = 1; seed <= 20; seed++) {
    const random = createRandom(seed);
    const { puppets, runner } = stage();
    const answers: (JobAnswer<JobName> | null)[] = [];
    const controls: AbortController[] = [];
    const names: JobName[] = ['smallest-moves', 'patch', 'take-check'];
    for (let i = 0; i < 100; i++) {
      const alive = puppets.filter((puppet) => !puppet.ended);
      const puppet = alive[random.integer(0, alive.length - 1)];
      const dice = random.uniform();
      if (dice < 0.4 || !puppet) {
        const control = new AbortController();
        const at = answers.push(null) - 1;
        controls.push(control);
        const name = names[random.integer(0, 2)] as JobName;
        void runner.run(name, { request: at } as never, { owner: `o${random.integer(0, 2)}`, signal: control.signal }).then((answer) => {
          expect(answers[at]).toBeNull();
          answers[at] = answer;
        });
      } else if (dice < 0.5) puppet.say({ kind: 'ready' });
      else if (dice < 0.75) {
        const asked = puppet.asked[random.integer(0, puppet.asked.length - 1)];
        if (asked) puppet.say({ kind: 'done', id: asked.id, output: (asked.input as { request: number }).request });
      } else if (dice < 0.82) puppet.onerror?.({ message: 'gone' });
      else if (dice < 0.92) controls[random.integer(0, controls.length - 1)]?.abort();
      else await clock.tickAsync(10_000);
    }
    await clock.tickAsync(10 * 60_000 * 100);
    for (const [at, answer] of answers.entries()) {
      expect(answer).not.toBeNull();
      if (answer?.kind === 'done') expect(answer.output).toBe(at);
      if (answer?.kind === 'failed') expect(answer.reason).toMatch(/^The [^\n]+\.$/);
    }
    expect(runner.alive()).toBeLessThanOrEqual(3);
    runner.dispose();
    expect(puppets.every(({ ended }) => ended)).toBe(true);
  }
});
