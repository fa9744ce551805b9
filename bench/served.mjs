// Starts the built application with the demo studio on a free port of this machine, for what is measured or tried from outside.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A port of this machine that nothing listens at. */
export const freePort = () =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/** Its address, what it has said until now, and how to end it. */
export async function served(app) {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-served-'));
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const server = spawn(`${app}/VelvetFold.Web`, ['--data', folder, '--port', port, '--demo', 'true'], { stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const stream of [server.stdout, server.stderr]) stream.on('data', (data) => (said += data));
  for (;;) {
    try {
      if ((await fetch(`${base}/api/kits`)).ok) break;
    } catch {
      await new Promise((r) => setTimeout(r, 50));
    }
  }
  const end = () => {
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  };
  return { base, said: () => said, end };
}
