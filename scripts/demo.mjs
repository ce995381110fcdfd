import { installPackages, run } from './ready.mjs';

installPackages();
if (run('npx', ['vite', 'build', '--logLevel', 'warn']) !== 0) process.exit(1);
process.exit(run('npx', ['tsx', 'src/server/main.ts', '--demo']));
