import { NextResponse, type NextRequest } from 'next/server';

/** Hosts by which this machine calls itself; PITSAW_HOSTS names others, with commas between. */
const OWN = ['localhost', '127.0.0.1', '[::1]'];

/** Whether a Host header names this server. A page elsewhere can have its own name lead here; then its name is in the header. */
export function isKnownHost(host: string | null, others = process.env.PITSAW_HOSTS ?? ''): boolean {
  const name = (host ?? '').toLowerCase().replace(/:\d{1,5}$/, '');
  return [...OWN, ...others.toLowerCase().split(',').map((h) => h.trim()).filter(Boolean)].includes(name); // prettier-ignore
}

/** Whether every percent sign of an address stands for something. */
function isReadable(url: string): boolean {
  try {
    return decodeURIComponent(new URL(url).pathname) !== '';
  } catch {
    return false;
  }
}

/** What a page may load and do. Styles are written into the page by the components, scripts only with the number that this answer alone has. */
export function policyFor(nonce: string, developing = process.env.NODE_ENV === 'development'): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${developing ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${developing ? ' ws:' : ''}`,
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** What goes with every answer. */
const HEADERS = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), microphone=(), geolocation=(), payment=(), usb=(), screen-wake-lock=(self)',
};

/** Every request comes through here: only for hosts that are ours, and every answer says what its page may do. */
export function proxy(request: NextRequest): Response {
  if (!isKnownHost(request.headers.get('host'))) {
    const text = 'Pitsaw does not go by this name. Use the address that it said at its start, or name this one in PITSAW_HOSTS.';
    return Response.json({ problems: [{ path: '', text }] }, { status: 421, headers: HEADERS });
  }
  if (!isReadable(request.url)) {
    return Response.json({ problems: [{ path: '', text: 'This address cannot be read.' }] }, { status: 400, headers: HEADERS });
  }
  const nonce = btoa(crypto.randomUUID());
  const policy = policyFor(nonce);
  const headers = new Headers(request.headers);
  // by these the framework and the layout give the scripts of the page their number
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set('content-security-policy', policy);
  for (const [name, value] of Object.entries(HEADERS)) answer.headers.set(name, value);
  return answer;
}
