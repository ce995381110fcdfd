import { parentPort } from 'node:worker_threads';
import { meterTake } from '../core/analysis';
import { withAudioFiles } from './files';
import type { MeterAnswer, MeterRequest } from './meterBeside';

/** The other thread of a take check: reads the channels of the files it is told of, each by itself. */
parentPort?.on('message', async ({ id, paths }: MeterRequest) => {
  const answer: MeterAnswer = await withAudioFiles(paths, meterTake).then(
    (readings) => ({ id, ok: true as const, readings }),
    (error) => ({ id, ok: false as const, reason: error instanceof Error ? error.message : String(error) }),
  );
  parentPort?.postMessage(answer);
});
