import { arrivalTable } from '../core/arrivals';
import { BLOCK, gainTo, Scene } from '../core/listening';
import { loadFftKernel } from '../core/math';
import { resolvePlan } from '../core/planning';
import type { ListenAnswer, ListenRequest } from './listenProtocol';

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

async function render({ loop, deck, session, playing, rate, from, matrix, targetLufs }: Render): Promise<void> {
  newest.set(deck, loop);
  const kernel = await loadFftKernel();
  if (newest.get(deck) !== loop) return;
  const began = performance.now();
  const scene = scenes.get(deck) ?? new Scene(kernel);
  scenes.set(deck, scene);
  scene.set({ table: arrivalTable(resolvePlan(session)), instruments: session.instruments, playing, rate });
  const { blockCount } = scene;
  const channels = session.microphones.map(() => new Float32Array(blockCount * BLOCK));
  loops.set(loop, { channels, rate });
  tell({ kind: 'begun', loop, channels: channels.length, blocks: blockCount, blockSamples: BLOCK });
  const first = Math.floor(from * blockCount);
  for (let k = 0; k < blockCount; k++) {
    const index = (first + k) % blockCount;
    const samples = scene.block(index);
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
  tell({ kind: 'done', loop, gain: gainTo(targetLufs, channels, matrix, rate), ms: performance.now() - began });
}

self.onmessage = async ({ data }: MessageEvent<ListenRequest>) => {
  try {
    if (data.kind === 'render') await render(data);
    if (data.kind === 'drop') loops.delete(data.loop);
    const loop = loops.get(data.loop);
    if (data.kind === 'gain') tell({ kind: 'gain', ask: data.ask, gain: loop ? gainTo(data.targetLufs, loop.channels, data.matrix, loop.rate) : 0 });
    if (data.kind === 'whole') tell({ kind: 'whole', ask: data.ask, channels: loop?.channels ?? [] });
  } catch (error) {
    tell({ kind: 'failed', loop: data.loop, reason: error instanceof Error ? error.message : String(error) });
  }
};
