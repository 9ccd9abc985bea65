/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
import { build, files, version } from '$service-worker';
import { JOBS } from './lib/device/stores';

/**
 * Keeps the program, and every job that was opened once, on this device: any of its screens starts cold with the server
 * gone. The log itself goes through the outbox and never through here.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const PROGRAM = `gauntlet-program-${version}`;
/** The page all of a job's screens are drawn in: the same bytes for each, since they are drawn in the browser. */
const SHELL = '/offline-shell';
/** What is needed away from the server: drawings are read where there is one, and their reader is large. */
const kept = build.filter((name) => !name.includes('pdf.worker') && !name.endsWith('.wasm'));

worker.addEventListener('install', (event) => {
  event.waitUntil(caches.open(PROGRAM).then((cache) => cache.addAll([...kept, ...files, SHELL])));
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(names.filter((n) => n !== PROGRAM && n !== JOBS).map((n) => caches.delete(n))),
      )
      .then(() => worker.clients.claim()),
  );
});

// A new build waits until a person takes it up: never under the hand.
worker.addEventListener('message', (event) => {
  if (event.data === 'take-over') void worker.skipWaiting();
});

const PROGRAM_PATHS = new Set([...kept, ...files]);

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (PROGRAM_PATHS.has(url.pathname)) return event.respondWith(fromProgram(request));
  if (/^\/api\/jobs\/[^/]+\/photos\//.test(url.pathname)) return event.respondWith(networkFirst(request));
  if (
    request.mode === 'navigate' &&
    /^\/[^/]+\/[^/]+/.test(url.pathname) &&
    !url.pathname.startsWith('/api/')
  )
    event.respondWith(fetch(request).catch(async () => (await caches.match(SHELL)) ?? Response.error()));
});

async function fromProgram(request: Request): Promise<Response> {
  return (await (await caches.open(PROGRAM)).match(request, { ignoreSearch: true })) ?? fetch(request);
}

/** Longest a screen waits for the server before it begins with what this device has. */
const WAIT_MS = 4000;

/** From the server, and kept; from what was kept where the server is out of reach. */
async function networkFirst(request: Request): Promise<Response> {
  const cache = await caches.open(JOBS);
  try {
    const kept = await cache.match(request.url);
    const answer = await fetch(request, kept ? { signal: AbortSignal.timeout(WAIT_MS) } : undefined);
    if (answer.ok) await cache.put(request.url, answer.clone());
    return answer;
  } catch {
    return (await cache.match(request.url)) ?? Response.error();
  }
}
