import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Builds the demo club once; every walk gets a copy of its file (PREPARED). Returns what clears it away. */
export default async function prepare() {
  const dir = await mkdtemp(join(tmpdir(), 'hodometer-prepared-'));
  const file = join(dir, 'demo.db');
  const server = spawn('../bin/hodometer', ['demo', '--addr', '127.0.0.1:0', '--db', file], {
    stdio: ['ignore', 'pipe', 'inherit']
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout.on('data', (part: Buffer) => {
      if (part.toString().includes('http://')) resolve();
    });
    server.once('exit', (code) =>
      reject(new Error(`the demo was not built: the server stopped with ${code}`))
    );
  });
  const gone = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGTERM'); // which leaves one whole file
  await gone;
  process.env.PREPARED = file;
  return () => rm(dir, { recursive: true });
}
