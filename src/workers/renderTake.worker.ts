import { writeWav } from '../core/audio';
import { resolvePlan } from '../core/planning';
import { renderTake } from '../core/render';
import type { TakeFile } from './protocol';
import { serveJob } from './serveJob';

serveJob('render-take', ({ session, seed, faults }) => {
  const take = renderTake(resolvePlan(session), { seed, faults });
  return take.channels.map(
    (channel): TakeFile => ({ name: `${channel.name}.wav`, blob: new Blob([writeWav([channel.samples], take.sampleRateHz)]) }),
  );
});
