// HAProxy in front of the servers, and in front of the two PostgreSQL: whoever is the primary answers.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import http from 'node:http';
import net from 'node:net';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { aptInstall, say } from '../packages.mjs';

const HAPROXY = process.env.HAPROXY ?? '/usr/sbin/haproxy';

/** Debian's HAProxy. */
export function ensureProxy() {
  if (fs.existsSync(HAPROXY)) return;
  if (process.getuid?.() !== 0 || !fs.existsSync('/usr/bin/apt-get'))
    throw new Error('The cluster needs HAProxy: install haproxy, or name it in HAPROXY');
  say('Installing HAProxy for the cluster (once) ...');
  aptInstall('haproxy');
}

/**
 * @param web where phones ask; @param servers name and port of each; @param database where servers ask;
 * @param nodes name and port of each PostgreSQL; @param checks where it is told which of them is the primary
 */
interface Server {
  name: string;
  port: number;
}
interface Ports {
  web: number;
  servers: readonly Server[];
  database: number;
  nodes: readonly { name: 'a' | 'b'; port: number }[];
  checks: Record<'a' | 'b', number>;
}
export interface Proxy {
  ask(command: string): Promise<string>;
  stop(): Promise<void>;
}

const config = ({ web, servers, database, nodes, checks, socket }: Ports & { socket: string }) => `
global
  stats socket '${socket}' mode 600 level admin
  maxconn 2000
defaults
  timeout connect 2s
  timeout client 1h
  timeout server 1h
  timeout check 1s
  retries 3
  option redispatch

frontend phones
  mode http
  option forwardfor
  bind 127.0.0.1:${web}
  default_backend servers
backend servers
  mode http
  balance roundrobin
  # What never reached a server, or got no word of an answer, is sent to the other one.
  retry-on conn-failure empty-response response-timeout 503
  option httpchk
  http-check send meth GET uri /api/health ver HTTP/1.1 hdr Host localhost
  default-server check inter 300ms fall 2 rise 1 on-marked-down shutdown-sessions
${servers.map(({ name, port }) => `  server ${name} 127.0.0.1:${port}`).join('\n')}

frontend database
  mode tcp
  bind 127.0.0.1:${database}
  default_backend primary
backend primary
  mode tcp
  option httpchk
  default-server check inter 300ms fall 1 rise 1 on-marked-down shutdown-sessions
${nodes.map(({ name, port }) => `  server ${name} 127.0.0.1:${port} check port ${checks[name]}`).join('\n')}
`;

/** A PostgreSQL speaks no HTTP: beside each it is told by HTTP whether it is the primary. */
function roleOf(port: number, isPrimary: () => boolean): Promise<http.Server> {
  return new Promise((resolve) => {
    const server = http.createServer((_req, res) => res.writeHead(isPrimary() ? 200 : 503).end());
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

export async function startProxy({
  dir,
  isPrimary,
  ...ports
}: Ports & { dir: string; isPrimary(node: string): boolean }): Promise<Proxy> {
  ensureProxy();
  const roles = await Promise.all(
    Object.entries(ports.checks).map(([name, port]) => roleOf(port, () => isPrimary(name))),
  );
  const socket = path.join(dir, 'haproxy.sock');
  const file = path.join(dir, 'haproxy.cfg');
  fs.writeFileSync(file, config({ ...ports, socket }));
  const fd = fs.openSync(path.join(dir, 'haproxy.log'), 'a');
  const child = spawn(HAPROXY, ['-db', '-f', file], { stdio: ['ignore', fd, fd] });
  fs.closeSync(fd);
  const ask = (command: string) =>
    new Promise<string>((resolve, reject) => {
      const asked = net.connect(socket, () => asked.end(`${command}\n`));
      let said = '';
      asked.on('data', (piece: Buffer) => (said += piece.toString()));
      asked.once('error', reject);
      asked.once('close', () => resolve(said));
    });
  for (let i = 0; ; i += 1) {
    if (child.exitCode !== null || i > 100) throw new Error(`HAProxy did not start, see ${dir}/haproxy.log`);
    if (await ask('show info').then(Boolean, () => false)) break;
    await sleep(50);
  }
  return {
    /** What it is told is said at its socket: `set server servers/one state drain`. */
    ask,
    stop: async () => {
      for (const role of roles) role.close();
      if (child.exitCode === null) {
        const ended = new Promise((resolve) => child.once('exit', resolve));
        child.kill('SIGTERM');
        await ended;
      }
    },
  };
}
