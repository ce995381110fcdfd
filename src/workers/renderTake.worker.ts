import { writeWav } from '../core/audio';
import { resolveFiles } from '../core/planning';
import { practiceTake } from '../core/render';
import type { TakeFile } from './protocol';
import { serveJob } from './serveJob';

serveJob('render-take', ({ session, seed, hidden }) => {
  const { take, words } = practiceTake(resolveFiles(session), hidden, seed);
  const files = take.channels.map(
    (channel): TakeFile => ({ name: `${channel.name}.wav`, blob: new Blob([writeWav([channel.samples], take.sampleRateHz)]) }),
  );
  return { files, words };
});
