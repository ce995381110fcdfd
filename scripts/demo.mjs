import { installPackages, run } from './ready.mjs';

await installPackages({ all: false });
if (run('npx', ['vite', 'build', '--logLevel', 'warn']) !== 0) process.exit(1);
process.exit(run('npx', ['tsx', 'src/server/main.ts', '--demo']));
