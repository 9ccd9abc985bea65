/**
 * Serves the built program on HOST:PORT. `--demo` loads the demo job into an empty database first; `--secure` serves HTTPS,
 * with a certificate that is given or made here, and on GAUNTLET_HTTP_PORT the page that tells devices of it.
 */
import { readFile } from 'node:fs/promises';
import http from 'node:http';
import https from 'node:https';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { text } from 'node:stream/consumers';
import { certificate } from './serve/authority.js';
import { fingerprint, trustPage } from './serve/trust-page.js';
import { setHeaders } from './serve/headers.js';
import { drainAfter, limit } from './serve/limits.js';

const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4848);
const fail = (sentence) => {
  console.error(sentence);
  process.exit(1);
};
if (!Number.isInteger(port) || port < 0 || port > 65535)
  fail(`PORT is "${process.env.PORT}": give a number from 1 to 65535.`);

const secure = process.argv.includes('--secure');
if (process.argv.includes('--demo') && host !== '127.0.0.1' && host !== 'localhost' && host !== '::1')
  fail('The demo answers this machine alone: leave HOST out, or use bin/serve for others to reach it.');

process.env.BODY_SIZE_LIMIT ||= 'Infinity';
process.env.GAUNTLET_THREAD ||= fileURLToPath(new URL('../build/thread/worker.js', import.meta.url));
// What a request says of its scheme and its sender is believed of a proxy alone, and only where one was named.
const proxied = process.env.GAUNTLET_PROXY === 'on';
const SCHEME = 'x-gauntlet-scheme';
process.env.PROTOCOL_HEADER = SCHEME;
if (proxied) {
  process.env.ADDRESS_HEADER = 'x-forwarded-for';
  process.env.HOST_HEADER = 'x-forwarded-host';
}
const { handler } = await import('../build/handler.js').catch((error) =>
  fail(`The program is not built (${error.message}): run npm run build first.`),
);

function serve(request, response) {
  const own = secure ? 'https' : 'http';
  const said = proxied
    ? String(request.headers['x-forwarded-proto'] ?? own)
        .split(',')[0]
        .trim()
    : own;
  request.headers[SCHEME] = said === 'https' ? 'https' : 'http';
  if (proxied) {
    request.headers['x-forwarded-for'] ??= request.socket.remoteAddress;
    request.headers['x-forwarded-host'] ??= request.headers.host;
  }
  // Of a local authority's page nothing is said of later: it may be gone with the job, and its plain port is wanted.
  setHeaders(response, said === 'https' && !tls?.authority);
  drainAfter(request, response);
  handler(request, response);
}

const options = { connectionsCheckingInterval: 5000 };
const named = (process.env.GAUNTLET_HOSTS ?? '')
  .split(',')
  .map((h) => h.trim())
  .filter(Boolean);
const tls = secure
  ? await certificate(
      process.env.GAUNTLET_TLS || join(dirname(process.env.GAUNTLET_DB || 'data/gauntlet.db'), 'tls'),
      named,
    ).catch((error) => fail(`The certificate cannot be used: ${error.message}`))
  : null;
const server = tls
  ? https.createServer({ ...options, cert: tls.cert, key: tls.key }, serve)
  : http.createServer(options, serve);
limit(server);
server.on('error', (error) => {
  if (error.code === 'EADDRINUSE')
    fail(`Port ${port} is in use: stop what runs there, or choose another with PORT=4849 bin/demo.`);
  fail(`Cannot listen on ${host}:${port}: ${error.message}.`);
});
server.listen(port, host, async () => {
  const at = host === '0.0.0.0' || host === '::' ? 'localhost' : host;
  const address = `${secure ? 'https' : 'http'}://${at}:${server.address().port}`;
  const health = await ownHealth(server.address().port);
  if (!health.ok) fail(health.database);
  if (secure) {
    const plain = Number(process.env.GAUNTLET_HTTP_PORT || 4880);
    const trust = http.createServer(options, trustPage(tls.authority, server.address().port));
    trust.on('error', (error) =>
      fail(`Cannot listen on port ${plain} for the page of the certificate: ${error.message}.`),
    );
    trust.listen(plain, host);
    console.log(`Gauntlet is at ${address}`);
    if (tls.authority) {
      console.log(`Devices that do not trust it yet open http://THIS-MACHINE:${plain}`);
      console.log(`Fingerprint of the authority: ${fingerprint(tls.authority)}`);
    }
    return;
  }
  if (process.argv.includes('--demo')) {
    const { jobs } = await (await fetch(`${address}/api/jobs`)).json();
    if (jobs.length === 0) {
      for (const name of ['gannet-house', 'tern-workshop', 'skerry-point']) {
        const answer = await fetch(`${address}/api/jobs/import`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: await readFile(new URL(`../demo/${name}.json`, import.meta.url)),
        });
        if (!answer.ok) fail(`A demo job could not be loaded: ${(await answer.json()).error.message}`);
      }
    }
  }
  console.log(`Gauntlet is at ${address}`);
});
/** Asks this very server how it is; its own certificate need not be trusted for that. */
function ownHealth(at) {
  const { get } = secure ? https : http;
  const options = { port: at, host: host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host, path: '/api/health', rejectUnauthorized: false }; // prettier-ignore
  return new Promise((resolve, reject) =>
    get(options, async (answer) => resolve(JSON.parse(await text(answer)))).on('error', reject),
  );
}
let ending = false;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    if (ending) return;
    ending = true;
    server.close(() => {
      process.emit('sveltekit:shutdown', signal);
      process.exit(0);
    });
    server.closeAllConnections();
  });
