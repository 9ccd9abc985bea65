import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';

const dir = mkdtempSync(join(tmpdir(), 'gauntlet-serve-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));

/** Starts the built program and gives what it said and how it ended; `until` ends it once it has said that. */
const serve = (env: Record<string, string>, args: string[] = [], until?: RegExp) =>
  new Promise<{ said: string; code: number | null }>((resolve) => {
    const child = spawn('node', ['scripts/serve.js', ...args], { env: { ...process.env, ...env } });
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (until?.test(said)) child.kill('SIGTERM');
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('close', (code) => resolve({ said, code }));
  });
const freePort = () =>
  new Promise<{ port: number; close: () => void }>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () =>
      resolve({ port: (server.address() as AddressInfo).port, close: () => server.close() }),
    );
  });

describe('starting the program', () => {
  it('loads the demo once, and keeps it over a second start', async () => {
    const env = { GAUNTLET_DB: join(dir, 'demo.db') };
    for (let start = 0; start < 2; start++) {
      const { port, close } = await freePort();
      close();
      expect((await serve({ ...env, PORT: String(port) }, ['--demo'], /Gauntlet is at/)).said).toContain(
        `http://127.0.0.1:${port}`,
      );
    }
  });
  it('says what to do about a port in use', async () => {
    const { port, close } = await freePort();
    const { said, code } = await serve({ PORT: String(port), GAUNTLET_DB: join(dir, 'a.db') });
    close();
    expect(code).toBe(1);
    expect(said.trim()).toBe(
      `Port ${port} is in use: stop what runs there, or choose another with PORT=4849 bin/demo.`,
    );
  });
  it('says what to do about a dead database file', async () => {
    const file = join(dir, 'dead.db');
    writeFileSync(file, 'no database at all, only text that goes on for a while. '.repeat(40));
    const { port, close } = await freePort();
    close();
    const { said, code } = await serve({ PORT: String(port), GAUNTLET_DB: file });
    expect(code).toBe(1);
    expect(said).toContain('put the newest backup in its place with bin/restore');
  });
  it('says what is wrong with a port that is no number', async () => {
    expect(await serve({ PORT: 'harbour' })).toMatchObject({
      code: 1,
      said: expect.stringContaining('give a number from 1 to 65535') as string,
    });
  });
});
