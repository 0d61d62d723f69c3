/*
 * Where Pitsaw's server does not answer, a page that was open on this device is shown as it was kept, with the code that it needs; one that was not
 * says so in place of the browser, and tries again. What is asked of the server itself (jobs, logs) never comes from here.
 */
const KEPT = 'pitsaw-pages';
/** Code lies under names of its own content: what is kept of it is never old. */
const isCode = (url) => url.pathname.startsWith('/_next/static/') || url.pathname === '/icon.svg';
const isPage = (url) => /^\/jobs\/[^/]+\/[^/]+$/.test(url.pathname) || url.pathname === '/';
/** So many pieces of code are kept; the oldest go. */
const MOST = 400;
/** A server that says nothing for so long (ms) is one that does not answer. */
const PATIENCE = 4000;

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

const unreachable = () =>
  new Response(OFFLINE, {
    status: 503,
    headers: { 'content-type': 'text/html; charset=utf-8', 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'" },
  });

/** A page as the server has it; as it was kept where that does not answer. */
async function page(request) {
  const cache = await caches.open(KEPT);
  const key = new URL(request.url).pathname;
  const kept = await cache.match(key);
  const late = kept && new Promise((_, fail) => setTimeout(() => fail(new Error('late')), PATIENCE));
  try {
    const answer = await Promise.race([fetch(request), ...(late ? [late] : [])]);
    if (answer.ok && isPage(new URL(request.url))) await cache.put(key, answer.clone());
    return answer;
  } catch {
    return kept ?? unreachable();
  }
}

async function code(request) {
  const cache = await caches.open(KEPT);
  const kept = await cache.match(request.url);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request.url, answer.clone());
  return answer;
}

/** Keeps pages and code that a page names: what it loaded before this stood in between. */
async function keep(urls) {
  const cache = await caches.open(KEPT);
  for (const one of urls) {
    const url = new URL(one, self.location.origin);
    if (url.origin !== self.location.origin || !(isCode(url) || isPage(url))) continue;
    const key = isPage(url) ? url.pathname : url.href;
    if (isCode(url) && (await cache.match(key))) continue;
    const answer = await fetch(url, { headers: isPage(url) ? { accept: 'text/html' } : {} }).catch(() => null);
    if (answer && answer.ok) await cache.put(key, answer);
  }
  const all = (await cache.keys()).filter((r) => isCode(new URL(r.url)));
  for (const old of all.slice(0, Math.max(0, all.length - MOST))) await cache.delete(old);
}

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', (event) => {
  if (Array.isArray(event.data?.keep))
    event.waitUntil(keep(event.data.keep).then(() => event.source?.postMessage({ kept: event.data.keep.length })));
});
self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (event.request.mode === 'navigate') event.respondWith(page(event.request));
  else if (isCode(url)) event.respondWith(code(event.request));
});
