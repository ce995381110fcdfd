/** What the audio thread offers to a worklet; the page's own types do not know it. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

/** So many samples of every channel go over at once: a twentieth of a second at 48 kHz. */
const BATCH = 2400;

/** Hands the raw samples of every input channel to the page, in batches. It changes nothing and plays nothing. */
class Recorder extends AudioWorkletProcessor {
  private held: Float32Array[] = [];
  private filled = 0;

  process(inputs: Float32Array[][]): boolean {
    const input = inputs[0] ?? [];
    if (input.length === 0) return true;
    const count = input[0]?.length ?? 0;
    if (this.held.length !== input.length || this.filled + count > BATCH) this.hand(input.length);
    input.forEach((channel, c) => this.held[c]?.set(channel, this.filled));
    this.filled += count;
    return true;
  }

  private hand(channels: number): void {
    if (this.filled > 0) this.port.postMessage(this.held.map((channel) => channel.slice(0, this.filled)));
    this.held = Array.from({ length: channels }, () => new Float32Array(BATCH));
    this.filled = 0;
  }
}

registerProcessor('recorder', Recorder);
