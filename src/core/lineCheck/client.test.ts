import { DeviceClient, type OpenWire } from './index';

const DEVICE = {
  name: 'Eight inputs',
  sampleRateHz: 48_000,
  simulated: true,
  inputs: [{ id: 'in1', name: '1', bank: '1–4', gainMinDb: 0, gainMaxDb: 56, padDb: 20 }],
};
const STATE = { inputs: [{ id: 'in1', gainDb: 20, pad: false, highPass: false }], banks: { '1–4': false } };

type Message = { readonly type: string; readonly id: number; readonly command?: Record<string, unknown> };

/** The other end of a wire, by hand: it writes down what is sent, and answers as it is told. */
class OtherEnd {
  readonly sent: Message[] = [];
  opened = 0;
  /** What to do with a message; by default it is done. */
  answer: (message: Message) => void = (message) => this.say({ type: 'done', id: message.id, state: STATE });
  /** Whether the next connections are taken. */
  takes = true;
  private events: Parameters<OpenWire>[0] | null = null;

  readonly open: OpenWire = (events) => {
    this.opened++;
    this.events = events;
    queueMicrotask(() => {
      if (!this.takes) {
        events.closed();
        return;
      }
      events.opened();
      this.say({ type: 'device', version: 1, device: DEVICE, state: STATE });
    });
    return {
      send: (text) => {
        const message = JSON.parse(text) as Message;
        this.sent.push(message);
        queueMicrotask(() => this.answer(message));
      },
      close: () => this.drop(),
    };
  };
  say(message: unknown): void {
    this.events?.text(typeof message === 'string' ? message : JSON.stringify(message));
  }
  bytes(bytes: ArrayBuffer): void {
    this.events?.bytes(bytes);
  }
  drop(): void {
    const { events } = this;
    this.events = null;
    events?.closed();
  }
}

/** Time passes when it is let: short waits at once, patience only when it is called for. */
function clock() {
  const waiting: { readonly ms: number; readonly done: () => void }[] = [];
  return {
    waited: [] as number[],
    wait(ms: number): Promise<void> {
      this.waited.push(ms);
      return ms < 10_000 ? new Promise((done) => setTimeout(done, 0)) : new Promise((done) => waiting.push({ ms, done }));
    },
    runOut: () => {
      for (const { done } of waiting) done();
    },
  };
}

async function connected(end = new OtherEnd(), rig: Parameters<typeof DeviceClient.connect>[0]['rig'] = () => null) {
  const time = clock();
  const links: boolean[] = [];
  const meters: (readonly number[])[] = [];
  const client = await DeviceClient.connect({
    open: end.open,
    wait: (ms) => time.wait(ms),
    rig,
    onConnected: (on) => links.push(on),
    onMeters: (peaks) => meters.push(peaks),
  });
  return { client, end, time, links, meters };
}

test('it says what it is, takes a command, and shows how it is set then', async () => {
  const { client, end, links } = await connected();
  expect(client.description).toEqual(DEVICE);
  end.answer = ({ id }) => end.say({ type: 'done', id, state: { ...STATE, banks: { '1–4': true } } });
  expect(await client.set({ bank: '1–4', phantom: true })).toEqual({ ...STATE, banks: { '1–4': true } });
  expect(client.state?.banks).toEqual({ '1–4': true });
  expect(links).toEqual([true]);
  expect(client.timesLost()).toBe(0);
});

test('sound comes channel after channel, as it was said; of another length it is refused', async () => {
  const { client, end } = await connected();
  const frames = 3;
  const bytes = new ArrayBuffer(4 * 2 * frames);
  const view = new DataView(bytes);
  [0.5, -0.25, 1, 0, 0.125, -1].forEach((x, i) => view.setFloat32(4 * i, x, true));
  end.answer = ({ id }) => {
    end.say({ type: 'recording', id, sampleRateHz: 44_100, channels: 2, frames });
    end.bytes(bytes);
  };
  const { sampleRateHz, channels } = await client.record(1);
  expect([sampleRateHz, ...channels.map((channel) => [...channel])]).toEqual([44_100, [0.5, -0.25, 1], [0, 0.125, -1]]);
  end.answer = ({ id }) => {
    end.say({ type: 'recording', id, sampleRateHz: 44_100, channels: 2, frames: 4 });
    end.bytes(bytes);
  };
  await expect(client.record(1)).rejects.toThrow('lines/another-length');
});

test('what is refused fails with the device’s own sentence; what is no message is passed over', async () => {
  const { client, end, meters } = await connected();
  end.answer = ({ id }) => {
    for (const odd of [
      '',
      'null',
      '{"type":"meters","peaksDbfs":"loud"}',
      '{"type":"done","id":"x"}',
      '{"type":"done","id":999,"state":null}',
      '[1,2',
    ])
      end.say(odd);
    end.say({ type: 'meters', peaksDbfs: [-30] });
    end.say({ type: 'refused', id, reason: 'Input 1 has gain from 0 to 56 dB.' });
  };
  await expect(client.set({ input: 'in1', gainDb: 90 })).rejects.toThrow('Input 1 has gain from 0 to 56 dB.');
  expect(meters).toEqual([[-30]]);
});

test('an answer that never comes is told, in a sentence, when patience has run out', async () => {
  const { client, end, time } = await connected();
  end.answer = () => undefined;
  const asked = client.set({ input: 'in1', gainDb: 10 });
  await new Promise((done) => setTimeout(done, 5));
  time.runOut();
  await expect(asked).rejects.toThrow('lines/does-not-answer');
});

test('nobody there is told at once, after one more try', async () => {
  const end = new OtherEnd();
  end.takes = false;
  await expect(connected(end)).rejects.toThrow('lines/nobody-there');
  expect(end.opened).toBe(2);
});

describe('a connection that goes', () => {
  test('is opened again; gains are set again with all that was said of an input, and power is not', async () => {
    const { client, end, links } = await connected();
    await client.set({ input: 'in1', gainDb: 30 });
    await client.set({ input: 'in1', pad: true });
    await client.set({ bank: '1–4', phantom: true });
    const before = end.sent.length;
    end.drop();
    await client.set({ input: 'in1', highPass: true });
    const again = end.sent.slice(before).map(({ command }) => command);
    expect(again).toContainEqual({ input: 'in1', gainDb: 30, pad: true });
    expect(again.some((command) => command && 'bank' in command)).toBe(false);
    expect(client.timesLost()).toBe(1);
    expect(links).toEqual([true, false, true]);
  });
  test('in the middle of a question: the question is asked again, and answered', async () => {
    const { client, end } = await connected();
    let times = 0;
    end.answer = ({ id, type }) => {
      if (type === 'record' && times++ === 0) end.drop();
      else if (type === 'record') {
        end.say({ type: 'recording', id, sampleRateHz: 48_000, channels: 1, frames: 1 });
        end.bytes(new ArrayBuffer(4));
      } else end.say({ type: 'done', id, state: STATE });
    };
    expect((await client.record(1)).channels).toHaveLength(1);
    expect(client.timesLost()).toBe(1);
  });
  test('as often as a question is asked: then it fails, and says so', async () => {
    const { client, end } = await connected();
    end.answer = ({ type, id }) => (type === 'record' ? end.drop() : end.say({ type: 'done', id, state: STATE }));
    await expect(client.record(1)).rejects.toThrow('lines/connection-lost');
    expect(client.timesLost()).toBe(4);
  });
  test('for good: tried for a while with longer pauses, then told', async () => {
    const { client, end, time } = await connected();
    end.takes = false;
    end.drop();
    await expect(client.set({ input: 'in1', gainDb: 1 })).rejects.toThrow('lines/nobody-there');
    const pauses = time.waited.filter((ms) => ms >= 250 && ms <= 5000);
    expect(pauses.length).toBeGreaterThan(8);
    expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
    expect(Math.max(...pauses)).toBe(5000);
  });
  test('a rig is asked for again, counted from the first', async () => {
    const attempts: number[] = [];
    const { client, end } = await connected(new OtherEnd(), (attempt) => {
      attempts.push(attempt);
      return { session: {}, deviceId: 'd', seed: 1, faults: [] };
    });
    end.drop();
    await client.set({ input: 'in1', gainDb: 2 });
    expect(attempts).toEqual([0, 1]);
  });
});

test('what was ended stays ended: nothing is opened any more, and what is asked fails', async () => {
  const { client, end } = await connected();
  const opened = end.opened;
  end.answer = () => undefined;
  const asked = client.record(1);
  await new Promise((done) => setTimeout(done, 5));
  client.end();
  await expect(asked).rejects.toThrow('lines/ended');
  await new Promise((done) => setTimeout(done, 20));
  expect(end.opened).toBe(opened);
});

test('hands are for a simulated device alone', async () => {
  const { client, end } = await connected();
  await client.hand({ do: 'tap', microphoneId: 'm1' });
  expect(end.sent.at(-1)).toMatchObject({ type: 'hand', action: { do: 'tap', microphoneId: 'm1' } });
});
