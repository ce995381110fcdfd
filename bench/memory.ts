import { openAudioFiles } from '../src/cli/files';
import { checkTake } from '../src/core/analysis';
import { loadFftKernel } from '../src/core/math';

let peak = 0;
const look = (): void => {
  peak = Math.max(peak, process.memoryUsage.rss());
};
await checkTake(await openAudioFiles(process.argv.slice(2)), { kernel: await loadFftKernel(), onProgress: look });
look();
console.log(peak / 1e6);
