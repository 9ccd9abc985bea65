/** Serves the built program on HOST:PORT; with `--demo` loads the demo job into an empty database first. */
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';

const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4848);
const fail = (sentence) => {
  console.error(sentence);
  process.exit(1);
};
if (!Number.isInteger(port) || port < 0 || port > 65535)
  fail(`PORT is "${process.env.PORT}": give a number from 1 to 65535.`);

process.env.BODY_SIZE_LIMIT ||= 'Infinity';
process.env.ORIGIN ||= `http://${host}:${port}`;
const { handler } = await import('../build/handler.js').catch((error) =>
  fail(`The program is not built (${error.message}): run npm run build first.`),
);

const server = createServer(handler);
// A device that paused between two ports finds its connection alive: one shut just as it sends costs it the request.
server.keepAliveTimeout = 120_000;
server.headersTimeout = 125_000;
server.on('error', (error) => {
  if (error.code === 'EADDRINUSE')
    fail(`Port ${port} is in use: stop what runs there, or choose another with PORT=4849 bin/demo.`);
  fail(`Cannot listen on ${host}:${port}: ${error.message}.`);
});
server.listen(port, host, async () => {
  const address = `http://${host}:${server.address().port}`;
  const health = await (await fetch(`${address}/api/health`)).json();
  if (!health.ok) fail(health.database);
  if (process.argv.includes('--demo')) {
    const { jobs } = await (await fetch(`${address}/api/jobs`)).json();
    if (jobs.length === 0) {
      const body = await readFile(new URL('../demo/skerry-point.json', import.meta.url));
      const answer = await fetch(`${address}/api/jobs/import`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      if (!answer.ok) fail(`The demo job could not be loaded: ${(await answer.json()).error.message}`);
    }
  }
  console.log(`Gauntlet is at ${address}`);
});
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => server.close(() => process.exit(0)) && server.closeAllConnections());
