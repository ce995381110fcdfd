import { act, renderHook, waitFor } from '@testing-library/react';
import type { JobMessage, WorkerMessage } from '../../workers/protocol';
import { createResource, useResource } from './resource';

/** Workers as the page's runner would have them, answered by the test. */
class FakeWorker {
  static readonly all: FakeWorker[] = [];
  onmessage: ((event: { data: WorkerMessage }) => void) | null = null;
  onerror: ((event: { message?: string }) => void) | null = null;
  onmessageerror: ((event: unknown) => void) | null = null;
  readonly asked: JobMessage[] = [];
  isOver = false;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(message: JobMessage): void {
    this.asked.push(message);
  }
  terminate(): void {
    this.isOver = true;
  }
  answer(output: unknown): void {
    this.onmessage?.({ data: { kind: 'done', id: this.asked.at(-1)?.id ?? 0, output } as WorkerMessage });
  }
  fail(reason: string): void {
    this.onmessage?.({ data: { kind: 'failed', id: this.asked.at(-1)?.id ?? 0, reason } });
  }
}
Object.assign(globalThis, { Worker: FakeWorker });
const newest = (): FakeWorker => FakeWorker.all.findLast(({ isOver }) => !isOver) as FakeWorker;

interface Asked {
  readonly n: object;
  readonly beside?: number;
}
const make = (owner: string, fallback?: (inputs: Asked) => number) =>
  createResource<Asked, number, 'spots'>({
    job: 'spots',
    owner,
    key: ({ n }) => [n],
    input: (asked) => asked as never,
    output: (output) => output as unknown as number,
    ...(fallback ? { fallback } : {}),
    stillMs: 50,
  });

test('asked once for the same things, whoever asks; a newer question takes the place of the older; what was known is found again', async () => {
  const resource = make('a');
  const [one, two] = [{ n: {} }, { n: {} }];
  const first = resource.ask(one);
  expect(resource.ask({ n: one.n, beside: 2 })).toBe(first);
  newest().answer(1);
  expect(await first).toBe(1);
  const second = resource.ask(two);
  const third = resource.ask({ n: {} });
  expect(await second).toBeNull();
  newest().answer(3);
  expect(await third).toBe(3);
  const before = newest().asked.length;
  expect(await resource.ask(one)).toBe(1);
  expect(resource.store.getState().of?.n).toBe(one.n);
  expect(newest().asked).toHaveLength(before);
});

test('what fails is worked out on the page where that can be; where it cannot, or fails too, a sentence says so and nothing hangs', async () => {
  const here = make('b', () => 7);
  const answer = here.ask({ n: {} });
  newest().fail('no memory');
  expect(await answer).toBe(7);
  const alone = make('c');
  const inputs = { n: {} };
  const lost = alone.ask(inputs);
  newest().fail('no memory');
  expect(await lost).toBeNull();
  expect(alone.current(inputs)?.problem).toMatch(/\(no memory\)/);
  const twice = make('d', () => {
    throw new Error('neither here');
  });
  const other = { n: {} };
  const gone = twice.ask(other);
  newest().fail('no memory');
  expect(await gone).toBeNull();
  expect(twice.current(other)?.problem).toContain('neither here');
});

test('a view asks once things are still, shows what was known until then, and finds an earlier answer without asking', async () => {
  const resource = make('e');
  const [one, two] = [{ n: {} }, { n: {} }];
  const asked = (): number => FakeWorker.all.reduce((sum, worker) => sum + worker.asked.length, 0);
  const before = asked();
  const { result, rerender } = renderHook(({ inputs }: { inputs: Asked | null }) => useResource(resource, inputs), {
    initialProps: { inputs: null as Asked | null },
  });
  expect(result.current).toEqual({ of: null, value: null, problem: null });
  rerender({ inputs: two });
  rerender({ inputs: one });
  expect(asked()).toBe(before);
  await waitFor(() => expect(asked()).toBe(before + 1));
  await act(async () => newest().answer(1));
  expect(result.current.value).toBe(1);
  rerender({ inputs: two });
  expect(result.current).toMatchObject({ of: one, value: 1 });
  await waitFor(() => expect(asked()).toBe(before + 2));
  await act(async () => newest().answer(2));
  expect(result.current).toMatchObject({ of: two, value: 2 });
  await act(async () => rerender({ inputs: one }));
  expect(result.current).toMatchObject({ of: one, value: 1 });
  expect(resource.store.getState().of).toBe(one);
  expect(asked()).toBe(before + 2);
});
