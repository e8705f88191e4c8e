import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, matchPrecache, type PrecacheEntry, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (string | PrecacheEntry)[] };

// The whole application is kept as it was built: it starts, plans, logs and times with no server.
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
clientsClaim();

const root = new URL(self.registration.scope).pathname;

/** Any address of the application is its one page; what that brings lies at the top, however deep the address is. */
async function page(): Promise<Response> {
  const kept = await matchPrecache('index.html');
  if (!kept) return Response.error();
  const html = (await kept.text()).replace(/="\.\//g, `="${root}`);
  return new Response(html, { headers: { 'Content-Type': 'text/html; charset=utf-8' } });
}
registerRoute(new NavigationRoute(page, { denylist: [/\/api\//] }));

self.addEventListener('message', (event) => {
  // The page asks for the new version when nothing of it is being used.
  if (event.data === 'take-over') void self.skipWaiting();
});

/** What was told leads to where it is looked at: in a window that is open, else in a new one. */
async function show(path: string): Promise<void> {
  const windows = await self.clients.matchAll({ type: 'window' });
  const [open] = windows;
  if (!open) return void (await self.clients.openWindow(root + path));
  await open.focus();
  open.postMessage({ type: 'show', path });
}
self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  event.waitUntil(show((event.notification.data as { path?: string } | null)?.path ?? ''));
});
