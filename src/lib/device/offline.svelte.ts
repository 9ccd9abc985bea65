import { dev } from '$app/environment';

/** A screen is usable for so long before the rest of the program is fetched beside it. Our judgement. */
const BEFORE_FETCHING_MS = 2500;

/** How far this device has come with working without a server, and whether a newer program waits to be taken up. */
class Offline {
  /** The program and the open job lie on this device: any of its screens opens with the server gone. */
  ready = $state(false);
  /** A newer program was fetched; it is taken up by a tap, never under the hand. */
  newer = $state(false);
  private registration: ServiceWorkerRegistration | undefined;

  /** Begins to watch. Call once, in the browser. */
  async watch(job: string): Promise<void> {
    if (!('serviceWorker' in navigator) || !('caches' in globalThis)) return;
    void navigator.storage?.persist?.();
    await new Promise((resolve) => setTimeout(resolve, BEFORE_FETCHING_MS));
    await navigator.serviceWorker.register('/service-worker.js', { type: dev ? 'module' : 'classic' });
    const registration = await navigator.serviceWorker.ready;
    this.registration = registration;
    const look = () =>
      (this.newer = registration.waiting !== null && navigator.serviceWorker.controller !== null);
    look();
    registration.addEventListener('updatefound', () =>
      registration.installing?.addEventListener('statechange', look),
    );
    this.ready = (await caches.match(job)) !== undefined;
  }

  /** Takes the newer program up: the page is loaded anew with it. */
  takeUp(): void {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
    this.registration?.waiting?.postMessage('take-over');
  }
}

/** Whether this device works without a server. */
export const offline = new Offline();
