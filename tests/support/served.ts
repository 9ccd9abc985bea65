import { spawn, type ChildProcess } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';

/** A port nobody listens on. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

/** The built program, running on a port of its own. */
export interface Served {
  base: string;
  child: ChildProcess;
  /** What it said so far. */
  said: () => string;
  /** Ends it as a supervisor does. */
  end: () => Promise<void>;
}

/** Starts the built program, on a port of its own where none is given, and waits until it says where it is. */
export async function served(env: Record<string, string>, args: string[] = []): Promise<Served> {
  const port = Number(env.PORT) || (await freePort());
  const child = spawn('node', ['scripts/serve.js', ...args], {
    env: { ...process.env, GAUNTLET_BACKUP_HOURS: '0', GAUNTLET_WARM_UP: 'off', ...env, PORT: String(port) },
  });
  let said = '';
  const ended = new Promise<void>((resolve) => child.on('close', () => resolve()));
  await new Promise<void>((resolve, reject) => {
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('Gauntlet is at')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('close', () => reject(new Error(said)));
  });
  return {
    base: `http://127.0.0.1:${port}`,
    child,
    said: () => said,
    end: () => {
      child.kill('SIGTERM');
      return ended;
    },
  };
}
