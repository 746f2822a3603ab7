import { ReadableStream } from 'node:stream/web';
import { LiveStream } from './live-stream';
import { Plugged, type Port } from './plugged';

/** A board that says what it is told to. */
function board() {
  let say: (text: string) => void = () => undefined;
  let pull: () => void = () => undefined;
  const readable = new ReadableStream<Uint8Array>({
    start: (controller) => {
      say = (text) => controller.enqueue(new TextEncoder().encode(text));
      pull = () => controller.close();
    },
  });
  const port: Port = { open: () => Promise.resolve(), readable: readable as unknown as Port['readable'] };
  return { port, say: (text: string) => say(text), pull: () => pull() };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

test('a take begins where the board is, its samples counted from nought, a line cut in two put together', async () => {
  const { port, say } = board();
  const plugged = await Plugged.on(port);
  say('7 8 9\nhello rugged-live 1 crankcase 5 kPa pressure\ns 100 30 29\n');
  await settled();
  const stream = new LiveStream('/x?', { open: () => plugged.source() });
  await settled();
  expect(stream.status).toBe('running');
  say('s 102 28.5');
  say(' 28\ns 104 27.5\n');
  await settled();
  expect(stream.rows).toEqual([[28.5], [28], [27.5]]);
  stream.close();
});

test('a sample that is missing ends the take in words', async () => {
  const { port, say } = board();
  const plugged = await Plugged.on(port);
  const stream = new LiveStream('/x?', { open: () => plugged.source() });
  say('hello rugged-live 1 crankcase 5 kPa pressure\ns 0 30\ns 5 29\n');
  await settled();
  expect(stream.trouble).toContain('Samples are missing');
});
