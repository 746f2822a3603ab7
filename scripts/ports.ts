/** Ports of this machine. */
import net from 'node:net';

export const portFree = (port: number) =>
  new Promise<boolean>((res) => {
    const s = net.createServer();
    s.once('error', () => res(false));
    s.listen({ port, host: '127.0.0.1', exclusive: true }, () => s.close(() => res(true)));
  });
/** A port that nobody has just now. */
export const freePort = () =>
  new Promise<number>((res, rej) => {
    const s = net.createServer();
    s.once('error', rej);
    s.listen(0, '127.0.0.1', () => {
      const { port } = s.address() as net.AddressInfo;
      s.close(() => res(port));
    });
  });
