/** What the audio thread offers to a worklet; the page's own types do not know it. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
/** Frames since the audio thread began, of the block that is being processed. */
declare const currentFrame: number;

/** So many samples of every channel go over at once: a twentieth of a second at 48 kHz. */
const BATCH = 2400;

/** Hands the raw samples of every input channel on, in batches with the frame they begin at: to the page, or past it to whom a port was given. It changes nothing and plays nothing. */
class Recorder extends AudioWorkletProcessor {
  private held: Float32Array[] = [];
  private filled = 0;
  private frame = 0;
  private to: MessagePort = this.port;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => {
      this.to = data;
    };
  }

  process(inputs: Float32Array[][]): boolean {
    const input = inputs[0] ?? [];
    if (input.length === 0) return true;
    const count = input[0]?.length ?? 0;
    if (this.held.length !== input.length || this.filled + count > BATCH || currentFrame !== this.frame + this.filled) this.hand(input.length);
    input.forEach((channel, c) => this.held[c]?.set(channel, this.filled));
    this.filled += count;
    return true;
  }

  private hand(channels: number): void {
    if (this.filled > 0) {
      const batch = this.held.map((channel) => channel.slice(0, this.filled));
      this.to.postMessage(
        { frame: this.frame, channels: batch },
        batch.map(({ buffer }) => buffer),
      );
    }
    if (this.held.length !== channels) this.held = Array.from({ length: channels }, () => new Float32Array(BATCH));
    this.filled = 0;
    this.frame = currentFrame;
  }
}

registerProcessor('recorder', Recorder);
