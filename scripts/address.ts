/** Where the server is to listen, and who is there already: found out before anything is started. */
import http from 'node:http';
import https from 'node:https';
import net from 'node:net';

const LARGEST = 65_535;

/** @throws in a sentence where it is no port */
export function portOf(text: string | undefined, usual: number): number {
  if (text === undefined || text === '') return usual;
  const port = Number(text);
  if (/^\d+$/.test(text) && port >= 1 && port <= LARGEST) return port;
  throw new Error(`PORT is "${text}": it must be a whole number from 1 to ${LARGEST}, for example PORT=${usual}`);
}

type Taken = 'free' | 'ours' | 'other';

/** Whether anybody listens at a port of this machine, and whether that is a Rugged Gauge. */
export async function whoIsAt(port: number): Promise<Taken> {
  if (!(await answers(port))) return 'free';
  for (const scheme of ['http', 'https']) if (await isOurs(`${scheme}://127.0.0.1:${port}`)) return 'ours';
  return 'other';
}

const answers = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = net.connect({ port, host: '127.0.0.1' });
    const end = (is: boolean) => {
      socket.destroy();
      resolve(is);
    };
    socket.once('connect', () => end(true));
    socket.once('error', () => end(false));
  });

/** Its certificate is the shop's own and says nothing here: on loopback it is only asked for its name. */
function isOurs(address: string): Promise<boolean> {
  const { get } = address.startsWith('https') ? https : http;
  return new Promise((resolve) => {
    const request = get(`${address}/api/alive`, { timeout: 2000, rejectUnauthorized: false }, (answer) => {
      let body = '';
      answer.on('data', (piece: Buffer) => (body += piece.toString().slice(0, 1000)));
      answer.once('end', () => resolve(body.includes('"name":"rugged-gauge"')));
      answer.once('error', () => resolve(false));
    });
    request.once('timeout', () => request.destroy());
    request.once('error', () => resolve(false));
  });
}

/** @throws in a sentence that says what to do where somebody listens there already */
export async function ensureFree(port: number): Promise<void> {
  const taken = await whoIsAt(port);
  if (taken === 'ours')
    throw new Error(
      `Rugged Gauge already runs at http://localhost:${port}. Open it there, stop it, or start another one with ` +
        `PORT=${port + 10} npm start`,
    );
  if (taken === 'other')
    throw new Error(`Port ${port} is taken by another program. Stop it, or: PORT=${port + 10} npm start`);
}
