/** @jest-environment node */
import { NextRequest } from 'next/server';
import { isKnownHost, policyFor, proxy } from './proxy';

test.each([
  ['127.0.0.1:4170', true],
  ['localhost', true],
  ['LOCALHOST:80', true],
  ['[::1]:4170', true],
  ['rebound.example', false],
  ['127.0.0.1.rebound.example:4170', false],
  ['localhost.example', false],
  ['', false],
  [null, false],
])('host %s is ours: %s', (host, ours) => expect(isKnownHost(host)).toBe(ours));

test('other names are ours where they are given', () => {
  expect(isKnownHost('workshop.local:4170', 'van.local, workshop.local')).toBe(true);
  expect(isKnownHost('rebound.example', 'van.local,')).toBe(false);
  expect(isKnownHost('', 'van.local,')).toBe(false);
});

const asked = (method: string, host: string, path = '/api/jobs') =>
  proxy(new NextRequest(`http://127.0.0.1:4170${path}`, { method, headers: { host } }));

test.each(['GET', 'POST', 'PUT', 'DELETE', 'HEAD'])('a page that makes its own name lead here gets nothing by %s', async (method) => {
  const answer = asked(method, 'rebound.example');
  expect(answer.status).toBe(421);
  expect(await answer.text()).toContain('does not go by this name');
});

test('every answer says what its page may do, with a number of its own', () => {
  const [a, b] = [asked('GET', 'localhost'), asked('GET', 'localhost')];
  const policy = a.headers.get('content-security-policy')!;
  expect(policy).not.toBe(b.headers.get('content-security-policy'));
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]{20,}'(;|$)/);
  expect(policy).toContain("frame-ancestors 'none'");
  expect(a.headers.get('x-content-type-options')).toBe('nosniff');
  expect(a.headers.get('cross-origin-resource-policy')).toBe('same-origin');
  expect(policyFor('n', false)).not.toMatch(/script-src[^;]*unsafe/);
});

test('an address that cannot be read is refused as such', () => {
  expect(asked('GET', 'localhost', '/api/jobs/%E0%A4%A').status).toBe(400);
  expect(asked('GET', 'localhost', '/jobs/%00/room').status).toBe(200);
});
