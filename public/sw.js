/* Where Pitsaw's server does not answer, a page says so in place of the browser, and tries again. Nothing else goes through here. */
const OFFLINE = `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="refresh" content="4">
<title>Pitsaw: no server</title>
<body style="font: 18px/1.5 system-ui, sans-serif; max-width: 36em; margin: 12vh auto; padding: 0 20px; color: #1d2730; background: #faf8f3">
<main>
<h1 style="font-size: 26px">Pitsaw’s server cannot be reached.</h1>
<p>Nothing is lost: what you did on this device and was not saved yet is kept here, and is taken up again when the page opens.</p>
<p>Is the machine on that serves Pitsaw, and is this one on the same network? This page tries again by itself every few seconds.</p>
<p><a href="">Try now</a></p>
</main>
</body>
</html>`;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('fetch', (event) => {
  if (event.request.mode !== 'navigate') return;
  const headers = {
    'content-type': 'text/html; charset=utf-8',
    'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
  };
  event.respondWith(fetch(event.request).catch(() => new Response(OFFLINE, { status: 503, headers })));
});
