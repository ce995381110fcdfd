import type { MeterAnswer, MeterRequest } from './meterProtocol';
import { openFileAhead } from './openFile';
import { meterAndDraw } from './waveform';

/** The second worker of a take check: every channel by itself, and its waveform. */
async function measure({ id, files }: MeterRequest): Promise<MeterAnswer> {
  const opened = await Promise.all(files.map(openFileAhead));
  const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
  return { id, ok: true, ...(await meterAndDraw(good)) };
}

self.onmessage = async ({ data }: MessageEvent<MeterRequest>) => {
  const answer = await measure(data).catch(
    (error): MeterAnswer => ({ id: data.id, ok: false, reason: error instanceof Error ? error.message : String(error) }),
  );
  self.postMessage(answer);
};
