import { appRoot } from '../store/appRoot';
import { say } from '../ui/say';

/** A new version that waits is taken over when the user says so: the page it belongs to is brought anew. */
function offer(waiting: ServiceWorker): void {
  say({
    text: 'A new version of Cosmesis is here.',
    action: {
      name: 'Take it',
      run: () => {
        navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
        waiting.postMessage('take-over');
      },
    },
  });
}

/** Keeps the application for when there is no server; a browser that cannot is no worse off. */
export async function keepForOffline(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  try {
    const kept = await navigator.serviceWorker.register(`${appRoot}offline.worker.js`, { scope: appRoot });
    if (kept.waiting && navigator.serviceWorker.controller) offer(kept.waiting);
    kept.addEventListener('updatefound', () => {
      const fresh = kept.installing;
      fresh?.addEventListener('statechange', () => {
        if (fresh.state === 'installed' && navigator.serviceWorker.controller) offer(fresh);
      });
    });
  } catch {
    // Private windows and plain http refuse it: everything works as long as the server does.
  }
}
