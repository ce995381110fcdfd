import { withAudioFiles } from '../src/cli/files';
import { meterBeside } from '../src/cli/meterBeside';
import { checkTake } from '../src/core/analysis';
import { loadFftKernel } from '../src/core/math';

let peak = 0;
const look = (): void => {
  peak = Math.max(peak, process.memoryUsage.rss());
};
const kernel = await loadFftKernel();
const paths = process.argv.slice(2);
await withAudioFiles(paths, (files) => checkTake(files, { kernel, onProgress: look, meter: () => meterBeside(paths) }));
look();
console.log(peak / 1e6);
