import type { JobMessage, JobName, Jobs, WorkerMessage } from './protocol';

type Work<N extends JobName> = (input: Jobs[N]['input'], onProgress: (share: number) => void) => Promise<Jobs[N]['output']> | Jobs[N]['output'];

const tell = (message: WorkerMessage, transfer: Transferable[] = []): void => self.postMessage(message, { transfer });

/** Progress is told no oftener than this, ms: every telling is drawn. */
const TELL_MS = 100;

/** Buffers of a job's output that go over to the page instead of being copied. */
function buffersOf(value: unknown, found: ArrayBuffer[] = []): ArrayBuffer[] {
  if (value instanceof Float32Array) found.push(value.buffer as ArrayBuffer);
  else if (Array.isArray(value)) for (const item of value) buffersOf(item, found);
  else if (typeof value === 'object' && value !== null && !(value instanceof Blob)) for (const item of Object.values(value)) buffersOf(item, found);
  return found;
}

/** Makes this worker do one kind of job, one at a time; it says when it is ready, how far it is, and how it ended. */
export function serveJob<N extends JobName>(_name: N, work: Work<N>): void {
  self.onmessage = async ({ data }: MessageEvent<JobMessage>) => {
    const { id } = data;
    try {
      let told = -Infinity;
      const output = await work(data.input as Jobs[N]['input'], (share) => {
        const now = performance.now();
        if (now - told < TELL_MS) return;
        told = now;
        tell({ kind: 'progress', id, share });
      });
      tell({ kind: 'done', id, output }, buffersOf(output));
    } catch (error) {
      tell({ kind: 'failed', id, reason: error instanceof Error ? error.message : String(error) });
    }
  };
  tell({ kind: 'ready' });
}
