/*
 * Where Pitsaw's server does not answer, a page that was open on this device is shown as it was kept, with the code that it needs; one that was not
 * says so in place of the browser, and tries again. What is asked of the server itself (jobs, logs) never comes from here.
 */
const KEPT = 'pitsaw-pages';
/** Code lies under names of its own content: what is kept of it is never old. */
const isCode = (url) => url.pathname.startsWith('/_next/static/') || url.pathname === '/icon.svg';
const isPage = (url) => /^\/jobs\/[^/]+\/[^/]+$/.test(url.pathname);
/** Under this, and a job's id, lies what a kept job is called. */
const NAMES = '/kept/';
/** So many pieces of code are kept; the oldest go. */
const MOST = 400;
/** A server that says nothing for so long (ms) is one that does not answer. */
const PATIENCE = 4000;

const offline = (kept) => `<!doctype html>
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
${kept.length > 0 ? `<h2 style="font-size: 20px">Kept on this device</h2>${kept.map(({ id, name }) => `<p><a href="/jobs/${id}/lay" style="display: block; padding: 14px 16px; border: 2px solid; border-radius: 8px">${name}: go on laying</a></p>`).join('')}` : ''}
</main>
</body>
</html>`;

const plain = (text) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** The jobs that can be gone on with on this device, with what they are called. */
async function keptJobs(cache) {
  const named = (await cache.keys()).map((r) => new URL(r.url).pathname).filter((path) => path.startsWith(NAMES));
  return Promise.all(
    named.map(async (path) => ({ id: encodeURIComponent(path.slice(NAMES.length)), name: plain(await (await cache.match(path)).text()) })),
  );
}

async function unreachable(cache) {
  return new Response(offline(await keptJobs(cache)), {
    status: 503,
    headers: { 'content-type': 'text/html; charset=utf-8', 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'" },
  });
}

/** A page as the server has it; as it was kept where that does not answer. */
async function page(request) {
  const cache = await caches.open(KEPT);
  const key = new URL(request.url).pathname;
  const kept = await cache.match(key);
  const late = kept && new Promise((_, fail) => setTimeout(() => fail(new Error('late')), PATIENCE));
  try {
    const answer = await Promise.race([fetch(request), ...(late ? [late] : [])]);
    // kept beside, not before: nobody waits for that
    if (answer.ok && isPage(new URL(request.url))) void cache.put(key, answer.clone());
    return answer;
  } catch {
    return kept ?? unreachable(cache);
  }
}

async function code(request) {
  const cache = await caches.open(KEPT);
  const kept = await cache.match(request.url);
  // without the address that it was kept under: a worker reads from its own address what it is to do, and two share one file
  if (kept) return new Response(kept.body, { status: kept.status, headers: kept.headers });
  const answer = await fetch(request);
  if (answer.ok) void cache.put(request.url, answer.clone());
  return answer;
}

/** Keeps pages and code that a page names: what it loaded before this stood in between. */
async function keep(urls, job) {
  const cache = await caches.open(KEPT);
  for (const one of urls) {
    const url = new URL(one, self.location.origin);
    if (url.origin !== self.location.origin || !(isCode(url) || isPage(url))) continue;
    const key = isPage(url) ? url.pathname : url.href;
    if (isCode(url) && (await cache.match(key))) continue;
    const answer = await fetch(url, { headers: isPage(url) ? { accept: 'text/html' } : {} }).catch(() => null);
    if (answer && answer.ok) await cache.put(key, answer);
  }
  if (job) await cache.put(NAMES + job.id, new Response(job.name));
  const all = (await cache.keys()).filter((r) => isCode(new URL(r.url)));
  for (const old of all.slice(0, Math.max(0, all.length - MOST))) await cache.delete(old);
}

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('message', (event) => {
  if (Array.isArray(event.data?.keep))
    event.waitUntil(keep(event.data.keep, event.data.job).then(() => event.source?.postMessage({ kept: event.data.keep.length })));
});
self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (event.request.mode === 'navigate') event.respondWith(page(event.request));
  else if (isCode(url)) event.respondWith(code(event.request));
});
