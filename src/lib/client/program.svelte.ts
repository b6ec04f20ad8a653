import { dev } from '$app/environment';

/** The program as this device keeps it: opens without the server, and says when a newer one is there. */
class Program {
  /** A newer version has been fetched and waits to be used. */
  newer = $state(false);
  #waiting: ServiceWorker | null = null;

  /** Browsers keep a program only of an address they trust: this computer's own, or one with a certificate. */
  async keep(): Promise<void> {
    if (dev || !('serviceWorker' in navigator)) return;
    try {
      const registration = await navigator.serviceWorker.register('/service-worker.js', { type: 'module' });
      this.#look(registration.waiting);
      // another window took the newer one: what this one has not loaded yet is gone with the old
      if (navigator.serviceWorker.controller)
        navigator.serviceWorker.addEventListener('controllerchange', () => (this.newer = true));
      registration.addEventListener('updatefound', () => {
        const coming = registration.installing;
        coming?.addEventListener('statechange', () => coming.state === 'installed' && this.#look(registration.waiting));
      });
    } catch {
      // then it opens only while the server answers
    }
  }

  #look(waiting: ServiceWorker | null): void {
    // the first one ever has nothing to take over from
    if (!waiting || !navigator.serviceWorker.controller) return;
    this.#waiting = waiting;
    this.newer = true;
  }

  /** Uses the newer version: what is open is kept and loaded again. */
  take(): void {
    if (!this.#waiting) return location.reload();
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
    this.#waiting.postMessage('take-over');
  }
}

export const program = new Program();
