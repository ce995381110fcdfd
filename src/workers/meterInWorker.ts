import { sayJobs } from '../words/jobs.page.en';
import type { MeterAnswer, MeterRequest } from './meterProtocol';
import type { TakeFile } from './protocol';

type Measured = Extract<MeterAnswer, { readonly ok: true }>;

let second: Worker | null = null;
let asked = 0;

/** Begins the second worker before it is needed; where a worker may not have one of its own, nothing is there to ask. */
function begin(): Worker | null {
  if (typeof Worker === 'undefined') return null;
  second ??= new Worker(new URL('./meterTake.worker.ts', import.meta.url), { type: 'module' });
  return second;
}

/**
 * What every channel of usable files says by itself, and its waveform, from a worker of its own; null where there cannot be one. One
 * question at a time: the take check itself is one at a time. Ends with this worker.
 */
export function meterInWorker(files: readonly TakeFile[]): Promise<Measured> | null {
  const worker = begin();
  const id = ++asked;
  if (!worker) return null;
  return new Promise((done, failed) => {
    const fail = (reason: string): void => {
      worker.terminate();
      second = null;
      failed(new Error(reason));
    };
    worker.onmessage = ({ data }: MessageEvent<MeterAnswer>) => {
      // What was asked before and broke off here may still be answered.
      if (data.id !== id) return;
      if (data.ok) done(data);
      else failed(new Error(data.reason));
    };
    worker.onerror = (event) => {
      event.preventDefault();
      fail(event.message || sayJobs('second-half-not-loaded'));
    };
    worker.onmessageerror = () => fail(sayJobs('second-half-unreadable'));
    worker.postMessage({ id, files } satisfies MeterRequest);
  });
}
