import { SPAN_FRAMES, type TakeReader } from '../reading/take';

/** Windows held at once, bytes. */
const MOST_BYTES = 32 * 2 ** 20;

/** A stretch of the take that is read at once, and the windows that lie in it. */
interface Span {
  readonly from: number;
  to: number;
  readonly starts: number[];
}

/**
 * Windows of all channels round the events of a take, read in the order of time and as many at once as lie near each other: where every read
 * costs its own while, as in a page, few are made.
 */
export class EventWindows {
  private readonly held = new Map<number, readonly Float32Array[]>();

  /** @param length of each window, frames */
  constructor(
    private readonly reader: TakeReader,
    private readonly length: number,
  ) {}

  /** How many windows may be held at once. */
  get room(): number {
    return Math.max(1, Math.floor(MOST_BYTES / (4 * this.length * this.reader.channels.length)));
  }

  /** Reads the windows that begin at these frames; those held before are let go. */
  async hold(starts: readonly number[]): Promise<void> {
    this.held.clear();
    for (const { from, to, starts: own } of this.spansOf(starts)) {
      const blocks = await this.reader.readClean(from, to - from);
      for (const start of own)
        this.held.set(
          start,
          blocks.map((block) => block.slice(start - from, start - from + this.length)),
        );
    }
  }

  /** The window of every channel that begins at a frame that is held. */
  at(start: number): readonly Float32Array[] {
    const window = this.held.get(start);
    if (!window) throw new RangeError(`EventWindows.at: no window begins at frame ${start}`);
    return window;
  }

  private spansOf(starts: readonly number[]): Span[] {
    const spans: Span[] = [];
    for (const start of [...new Set(starts)].sort((a, b) => a - b)) {
      const span = spans.at(-1);
      const end = start + this.length;
      // What lies between two windows is read for nothing: no more of it than a window's own length or two.
      if (span && end - span.from <= SPAN_FRAMES && start - span.to <= 2 * this.length) {
        span.to = end;
        span.starts.push(start);
      } else spans.push({ from: start, to: end, starts: [start] });
    }
    return spans;
  }
}
