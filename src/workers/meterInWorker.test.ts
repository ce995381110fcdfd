import type { MeterRequest } from './meterProtocol';

/** A worker by hand: it answers when it is told to. */
class ByHand {
  static readonly made: ByHand[] = [];
  readonly asked: MeterRequest[] = [];
  ended = false;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string; preventDefault(): void }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  constructor() {
    ByHand.made.push(this);
  }
  postMessage(request: MeterRequest): void {
    this.asked.push(request);
  }
  terminate(): void {
    this.ended = true;
  }
  answer(id: number | undefined): void {
    this.onmessage?.({ data: { id, ok: true, readings: [], waveforms: [] } });
  }
}

const files = [{ name: 'Kick.wav', blob: new Blob(['x']) }];
let meterInWorker: typeof import('./meterInWorker').meterInWorker;
beforeAll(async () => {
  Object.assign(globalThis, { Worker: ByHand });
  ({ meterInWorker } = await import('./meterInWorker'));
});
afterAll(() => Reflect.deleteProperty(globalThis, 'Worker'));

test('an answer to what was asked before is not taken for one to what is asked now', async () => {
  const before = meterInWorker(files);
  const now = meterInWorker(files);
  const [worker] = ByHand.made;
  let known = false;
  void now?.then(() => {
    known = true;
  });
  worker?.answer(worker.asked[0]?.id);
  await Promise.resolve();
  expect(known).toBe(false);
  worker?.answer(worker.asked[1]?.id);
  expect(await now).toMatchObject({ ok: true, readings: [] });
  expect(ByHand.made).toHaveLength(1);
  void before;
});

test('a worker that cannot be loaded is told as that, and the next question gets a new one', async () => {
  const asked = meterInWorker(files);
  ByHand.made.at(-1)?.onerror?.({ message: '', preventDefault: () => undefined });
  await expect(asked).rejects.toThrow('its second half could not be loaded');
  expect(ByHand.made.at(-1)?.ended).toBe(true);
  const again = meterInWorker(files);
  expect(ByHand.made).toHaveLength(2);
  const worker = ByHand.made.at(-1);
  worker?.answer(worker.asked[0]?.id);
  expect(await again).toMatchObject({ ok: true });
});

test('where a worker may have none of its own there is nothing to ask', async () => {
  Reflect.deleteProperty(globalThis, 'Worker');
  expect(meterInWorker(files)).toBeNull();
});
