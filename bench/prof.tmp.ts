import { readdirSync } from 'node:fs';
import { withAudioFiles } from '../src/cli/files';
import { meterBeside } from '../src/cli/meterBeside';
import { checkTake } from '../src/core/analysis';
import { loadFftKernel } from '../src/core/math';
const paths = readdirSync('/tmp/take60').map(n=>'/tmp/take60/'+n);
const kernel = await loadFftKernel();
for (let i=0;i<5;i++){ let t=performance.now(); const b=process.env.ALONE? {}:{meter:()=>meterBeside(paths)}; await withAudioFiles(paths,(f)=>checkTake(f,{kernel,...b})); console.log('check',(performance.now()-t).toFixed(0)); }
