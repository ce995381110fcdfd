import { type Loop, LoopPlayer } from '../../core/listening/loopPlayer';
import type { PlayerMessage, PlayerReport, WholeLoop } from './playerProtocol';

/** What the audio thread offers to a worklet; the page's own types do not know it. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new (options: { processorOptions?: WholeLoop }) => AudioWorkletProcessor): void;

/** So many calls of 128 samples between two reports. */
const REPORT_EVERY = 10;

/** Plays loops to two loudspeakers; see {@link LoopPlayer}. */
class Player extends AudioWorkletProcessor {
  private readonly player = new LoopPlayer();
  private readonly loops = new Map<number, Loop>();
  private calls = 0;

  constructor(options: { processorOptions?: WholeLoop }) {
    super();
    const whole = options.processorOptions;
    if (whole) {
      const length = whole.channels[0]?.length ?? 0;
      this.player.hear({ channels: whole.channels, there: Uint8Array.of(1), blockSamples: length }, whole.matrix, whole.gain);
      this.player.start();
    }
    this.port.onmessage = ({ data }: MessageEvent<PlayerMessage>) => this.take(data);
  }

  private take(message: PlayerMessage): void {
    if (message.kind === 'loop') this.expect(message);
    else if (message.kind === 'block') this.keep(message);
    else if (message.kind === 'drop') this.loops.delete(message.loop);
    else if (message.kind === 'start') this.player.start();
    else if (message.kind === 'stop') this.player.stop();
    else {
      const loop = this.loops.get(message.loop);
      if (loop) this.player.hear(loop, message.matrix, message.gain);
    }
  }

  private expect({ loop, channels, blocks, blockSamples }: Extract<PlayerMessage, { kind: 'loop' }>): void {
    this.loops.set(loop, {
      channels: Array.from({ length: channels }, () => new Float32Array(blocks * blockSamples)),
      there: new Uint8Array(blocks),
      blockSamples,
    });
  }

  private keep({ loop: name, index, samples }: Extract<PlayerMessage, { kind: 'block' }>): void {
    const loop = this.loops.get(name);
    if (!loop) return;
    samples.forEach((block, c) => void loop.channels[c]?.set(block, index * loop.blockSamples));
    loop.there[index] = 1;
  }

  process(_inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    const [left, right] = outputs[0] ?? [];
    if (left && right) this.player.fill(left, right);
    if (++this.calls % REPORT_EVERY === 0) this.port.postMessage({ ...this.player.levels(), isSilent: this.player.isSilent } satisfies PlayerReport);
    return true;
  }
}

registerProcessor('player', Player);
