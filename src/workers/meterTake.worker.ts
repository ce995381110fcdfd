import { linedUp, meterTake } from '../core/analysis';
import { blobSource, openAudio } from '../core/audio';
import type { MeterAnswer, MeterRequest } from './meterProtocol';
import { waveform } from './waveform';

/** The second worker of a take check: every channel by itself, and its waveform. */
async function measure({ id, files }: MeterRequest): Promise<MeterAnswer> {
  const opened = await Promise.all(files.map((file) => openAudio(blobSource(file.name, file.blob))));
  const good = opened.flatMap((result) => (result.ok ? [result.file] : []));
  const readings = await meterTake(good);
  return { id, ok: true, readings, waveforms: (await Promise.all(linedUp(good).files.map(waveform))).flat() };
}

self.onmessage = async ({ data }: MessageEvent<MeterRequest>) => {
  const answer = await measure(data).catch(
    (error): MeterAnswer => ({ id: data.id, ok: false, reason: error instanceof Error ? error.message : String(error) }),
  );
  self.postMessage(answer);
};
