import { spawn } from 'node:child_process';
import { createServer as createNetServer } from 'node:net';

/** A port nobody listens on just now. */
export const freePort = (): Promise<number> =>
  new Promise((done) => {
    const server = createNetServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

export interface Served {
  readonly url: string;
  readonly port: number;
  readonly pid: number;
  stop(): void;
}

/** Serves the build on a port of its own, in a process of its own. */
export async function serve(): Promise<Served> {
  const port = await freePort();
  const child = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], { env: { ...process.env, PORT: String(port) }, stdio: 'ignore' });
  const url = `http://127.0.0.1:${port}`;
  const answers = (): Promise<boolean> =>
    fetch(url)
      .then(({ ok }) => ok)
      .catch(() => false);
  for (let i = 0; i < 200; i++) {
    if (await answers()) return { url, port, pid: child.pid ?? 0, stop: () => void child.kill('SIGKILL') };
    await new Promise((done) => setTimeout(done, 100));
  }
  child.kill('SIGKILL');
  throw new Error('The server did not start.');
}
