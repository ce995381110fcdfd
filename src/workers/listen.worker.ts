import { arrivalTable } from '../core/arrivals';
import { channelNames } from '../core/audio';
import { BLOCK, gainTo, type MixMatrix, resampled, Scene, twoLoops } from '../core/listening';
import { loadFftKernel } from '../core/math';
import { resolvePlan } from '../core/planning';
import type { ListenAnswer, ListenRequest, TakePair } from './listenProtocol';
import { openFile } from './openFile';

type Render = Extract<ListenRequest, { kind: 'render' }>;

const tell = (answer: ListenAnswer, transfer: Transferable[] = []): void => self.postMessage(answer, { transfer });

/** Loops that are whole or on their way, by number. */
const loops = new Map<number, { readonly channels: readonly Float32Array[]; readonly rate: number }>();
const scenes = new Map<string, Scene>();
/** The newest loop asked for of each deck: an older one is given up. */
const newest = new Map<string, number>();
/** So many blocks are made before another message is looked at. */
const AT_ONCE = 6;

const breath = (): Promise<void> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

interface Sounding {
  readonly loop: number;
  readonly deck: string;
  readonly rate: number;
  readonly from: number;
  readonly matrix: MixMatrix;
  readonly targetLufs: number;
}

/** Makes a loop block by block from where it is heard on; gives it up when a newer one of its deck is asked for. */
async function makeLoop(
  { loop, deck, rate, from, matrix, targetLufs }: Sounding,
  channelCount: number,
  blockCount: number,
  blockOf: (index: number) => Float32Array[],
) {
  const channels = Array.from({ length: channelCount }, () => new Float32Array(blockCount * BLOCK));
  loops.set(loop, { channels, rate });
  tell({ kind: 'begun', loop, channels: channels.length, blocks: blockCount, blockSamples: BLOCK });
  const first = Math.floor(from * blockCount);
  for (let k = 0; k < blockCount; k++) {
    const index = (first + k) % blockCount;
    const samples = blockOf(index);
    samples.forEach((block, c) => void channels[c]?.set(block, index * BLOCK));
    tell(
      { kind: 'block', loop, index, samples },
      samples.map(({ buffer }) => buffer as ArrayBuffer),
    );
    if (k % AT_ONCE !== AT_ONCE - 1) continue;
    await breath();
    if (newest.get(deck) === loop) continue;
    loops.delete(loop);
    return;
  }
  tell({ kind: 'done', loop, gain: gainTo(targetLufs, channels, matrix, rate) });
}

async function render(request: Render): Promise<void> {
  const { loop, deck, session, playing, rate } = request;
  newest.set(deck, loop);
  const kernel = await loadFftKernel();
  if (newest.get(deck) !== loop) return;
  const scene = scenes.get(deck) ?? new Scene(kernel);
  scenes.set(deck, scene);
  scene.set({ table: arrivalTable(resolvePlan(session)), instruments: session.instruments, playing, rate, choices: session.ready.choices ?? {} });
  await makeLoop(request, session.microphones.length, scene.blockCount, (index) => scene.block(index));
}

/** So much of a take is heard, s. */
const HEARD_S = 20;
/** Channels that were read, by file, channel and rate. */
const read = new Map<string, Float32Array>();

async function channelOf({ files }: TakePair, name: string, rate: number): Promise<Float32Array> {
  const key = `${files.map((file) => file.loadId ?? `${file.name}/${file.blob.size}`).join()}/${name}/${rate}`;
  const known = read.get(key);
  if (known) return known;
  for (const file of files) {
    const opened = await openFile(file);
    if (!opened.ok) continue;
    const c = channelNames(opened.file).indexOf(name);
    if (c < 0) continue;
    const { channelCount, frameCount, sampleRateHz } = opened.file.info;
    const count = Math.min(frameCount, HEARD_S * sampleRateHz);
    const channels = Array.from({ length: channelCount }, () => new Float32Array(count));
    await opened.file.read(0, count, channels);
    const samples = resampled(channels[c] as Float32Array, sampleRateHz, rate);
    read.set(key, samples);
    return samples;
  }
  throw new Error(`${name} is not among the files any more`);
}

async function play(request: Extract<ListenRequest, { kind: 'files' }>): Promise<void> {
  const { loop, deck, take, rate } = request;
  newest.set(deck, loop);
  const [first, second] = [await channelOf(take, take.first, rate), await channelOf(take, take.second, rate)];
  if (newest.get(deck) !== loop) return;
  const two = twoLoops(first, second, rate, take);
  await makeLoop(request, 2, two[0].length / BLOCK, (index) => two.map((samples) => samples.slice(index * BLOCK, (index + 1) * BLOCK)));
}

self.onmessage = async ({ data }: MessageEvent<ListenRequest>) => {
  try {
    if (data.kind === 'render') await render(data);
    if (data.kind === 'files') await play(data);
    if (data.kind === 'drop') loops.delete(data.loop);
    const loop = loops.get(data.loop);
    if (data.kind === 'gain') tell({ kind: 'gain', ask: data.ask, gain: loop ? gainTo(data.targetLufs, loop.channels, data.matrix, loop.rate) : 0 });
    if (data.kind === 'whole') tell({ kind: 'whole', ask: data.ask, channels: loop?.channels ?? [] });
  } catch (error) {
    tell({ kind: 'failed', loop: data.loop, reason: error instanceof Error ? error.message : String(error) });
  }
};
