// Keeps the files of the client’s pages in the browser, so that they open without a line. It keeps nobody’s data:
// what a page is drawn from lies sealed elsewhere, and only its owner’s page can read it.
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/** A line that hangs is none, ms. */
const PATIENCE_MS = 3_000;
/** The pages a client has without a line. */
const PAGES = /^\/(?:today|practise|answers|points|measures|complaint|places|course|by-hand)?\/?$/;

cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);

// Where the browser can, files come straight from the cache: half a hundred of them would each wake this worker first.
// What is not in it comes from the line.
self.addEventListener('install', (event) => {
  event.addRoutes?.({ condition: { urlPattern: '/assets/*' }, source: 'cache' });
});

const late = () => new Promise((_done, fail) => setTimeout(fail, PATIENCE_MS));

async function page({ request, url }) {
  try {
    const answer = await Promise.race([fetch(request), late()]);
    if (answer.status < 500) return answer;
  } catch {
    // Then from what is here.
  }
  if (url.pathname === '/') return Response.redirect('/today');
  return (await matchPrecache('/shell')) ?? Response.error();
}

registerRoute(new NavigationRoute(page, { allowlist: [PAGES] }));

self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// A reminder: what it says came sealed for this device, and nothing of health is in it.
self.addEventListener('push', (event) => {
  const { title, text, tag, to } = event.data?.json() ?? {};
  if (!title) return;
  event.waitUntil(
    self.registration.showNotification(title, {
      body: text,
      // Twice the same is shown once.
      tag,
      icon: '/icons/192.png',
      data: { to },
    }),
  );
});

self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  const to = new URL(event.notification.data?.to ?? '/today', self.location.origin);
  if (to.origin !== self.location.origin) return;
  event.waitUntil(
    self.clients.matchAll({ type: 'window' }).then((open) => {
      const here = open.find((one) => new URL(one.url).pathname === to.pathname);
      return here ? here.focus() : self.clients.openWindow(to.href);
    }),
  );
});
