import type { InSteps } from '../../core/exchange';

/** Longest that the page is kept from answering, milliseconds. */
const PIECE_MS = 20;

const breathe = (): Promise<void> => new Promise((done) => setTimeout(done));

/** Does work in steps without keeping the page from answering. @param onShare told of the share done, 0 to 1 */
export async function inPieces<T>(steps: InSteps<T>, onShare: (share: number) => void = () => undefined): Promise<T> {
  for (let began = performance.now(); ; ) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - began < PIECE_MS) continue;
    onShare(step.value);
    await breathe();
    began = performance.now();
  }
}
