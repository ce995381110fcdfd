import { withAudioFiles } from '../src/cli/files';
import { checkTake } from '../src/core/analysis';
import { loadFftKernel } from '../src/core/math';

let peak = 0;
const look = (): void => {
  peak = Math.max(peak, process.memoryUsage.rss());
};
const kernel = await loadFftKernel();
await withAudioFiles(process.argv.slice(2), (files) => checkTake(files, { kernel, onProgress: look }));
look();
console.log(peak / 1e6);
