import http from 'node:http';
import net from 'node:net';
import { ensureFree, portOf, whoIsAt } from '../address.ts';
import { inWords } from '../packages.mjs';

const servers: net.Server[] = [];
afterAll(() => servers.forEach((server) => server.close()));
async function listening(server: net.Server): Promise<number> {
  servers.push(server);
  await new Promise<void>((resolve) => {
    server.listen(0, '127.0.0.1', () => resolve());
  });
  return (server.address() as net.AddressInfo).port;
}

test.each(['abc', '0', '65536', '-1', '80.5', '0x50', ' '])('PORT=%j is refused by its name', (text) => {
  expect(() => portOf(text, 4180)).toThrow(/^PORT is ".*": it must be a whole number from 1 to 65535/);
});
test.each([
  [undefined, 4180],
  ['', 4180],
  ['4999', 4999],
])('PORT=%j is %i', (text, port) => {
  expect(portOf(text, 4180)).toBe(port);
});

test('a port that nobody has is free', async () => {
  const server = net.createServer();
  const port = await listening(server);
  await new Promise((resolve) => server.close(resolve));
  expect(await whoIsAt(port)).toBe('free');
  await expect(ensureFree(port)).resolves.toBeUndefined();
});
test('our own server at the port is told with its address', async () => {
  const port = await listening(
    http.createServer((_req, res) => void res.end(JSON.stringify({ ok: true, name: 'rugged-gauge' }))),
  );
  await expect(ensureFree(port)).rejects.toThrow(`already runs at http://localhost:${port}`);
});
test('another program at the port is told, whatever it answers', async () => {
  const web = await listening(http.createServer((_req, res) => void res.end('{"name":"something else"}')));
  const mute = await listening(
    net.createServer((socket) => socket.on('error', () => undefined).end('no such thing\r\n')),
  );
  for (const port of [web, mute]) await expect(ensureFree(port)).rejects.toThrow(/is taken by another program/);
});

test('a full disk is told in a sentence that says what to do', () => {
  expect(inWords(Object.assign(new Error('ENOSPC: no space left'), { code: 'ENOSPC' }))).toMatch(
    /The disk is full\. Make room/,
  );
  expect(inWords(new Error('as it is'))).toBe('as it is');
});
