// A primary and a standby that has everything before it is acknowledged, both of the project's own, on loopback.
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { asPostgres, giveTo, postgresBin } from '../database.ts';
import { freePort } from '../ports.ts';

const READY_MS = 60_000;

/** One PostgreSQL of the pair. */
export class PairNode {
  readonly data: string;
  child: ChildProcess | undefined;

  constructor(
    readonly name: 'a' | 'b',
    readonly dir: string,
    readonly port: number,
    readonly id: ReturnType<typeof asPostgres>,
  ) {
    this.data = path.join(dir, 'data');
  }

  run(program: string, args: readonly string[], env: Record<string, string> = {}): void {
    const { status, stderr } = spawnSync(path.join(postgresBin(), program), args, {
      ...this.id,
      cwd: this.dir,
      encoding: 'utf8',
      env: { PATH: process.env.PATH, LC_ALL: 'C.UTF-8', ...env },
    });
    if (status !== 0) throw new Error(`${program} of ${this.name} failed:\n${stderr}`);
  }

  async start(settings: Record<string, string> = {}): Promise<void> {
    const fd = fs.openSync(path.join(this.dir, 'postgres.log'), 'a');
    const all: Record<string, string | number> = {
      listen_addresses: '127.0.0.1',
      unix_socket_directories: '',
      max_connections: 100,
      shared_buffers: '64MB',
      timezone: 'UTC',
      wal_level: 'replica',
      max_wal_senders: 5,
      wal_keep_size: '256MB',
      hot_standby: 'on',
      synchronous_commit: 'on',
      max_parallel_workers_per_gather: 0,
      ...settings,
    };
    this.child = spawn(
      path.join(postgresBin(), 'postgres'),
      ['-D', this.data, '-p', String(this.port), ...Object.entries(all).flatMap(([k, v]) => ['-c', `${k}=${v}`])],
      { ...this.id, cwd: this.dir, stdio: ['ignore', fd, fd], detached: true },
    );
    fs.closeSync(fd);
    const child = this.child;
    const end = Date.now() + READY_MS;
    while (Date.now() < end && child.exitCode === null) {
      const { status } = spawnSync(path.join(postgresBin(), 'pg_isready'), [
        '-q',
        '-h',
        '127.0.0.1',
        '-p',
        String(this.port),
      ]);
      if (status === 0) return;
      await sleep(100);
    }
    throw new Error(`PostgreSQL ${this.name} did not start, see ${path.join(this.dir, 'postgres.log')}`);
  }

  get lives(): boolean {
    return this.child !== undefined && this.child.exitCode === null && this.child.signalCode === null;
  }

  /** As when its machine loses power: the postmaster and everything under it at once. */
  kill(): void {
    if (this.lives && this.child?.pid !== undefined) process.kill(-this.child.pid, 'SIGKILL');
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!this.lives || child?.pid === undefined) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    process.kill(child.pid, 'SIGINT');
    const timer = setTimeout(() => this.kill(), 10_000);
    await ended;
    clearTimeout(timer);
  }
}

export interface PostgresPair {
  readonly a: PairNode;
  readonly b: PairNode;
  readonly primary: PairNode;
  promote(): void;
  stop(): Promise<void>;
}

/**
 * @param dir is made anew
 * @returns the two, which one is the primary, and how to make the other one that
 */
export async function postgresPair(
  dir: string,
  password: string,
  log: (message: string) => void,
): Promise<PostgresPair> {
  const id = asPostgres(dir);
  const made = async (name: 'a' | 'b') => {
    const own = path.join(dir, name);
    fs.mkdirSync(own, { mode: 0o700 });
    giveTo(own, id);
    return new PairNode(name, own, await freePort(), id);
  };
  const [a, b] = [await made('a'), await made('b')];
  const secret = path.join(dir, 'password');
  fs.writeFileSync(secret, password, { mode: 0o600 });
  giveTo(secret, id);
  a.run('initdb', [
    '-D',
    a.data,
    '-U',
    'app',
    '-E',
    'UTF8',
    '--locale=C.UTF-8',
    '-A',
    'scram-sha-256',
    `--pwfile=${secret}`,
  ]);
  fs.rmSync(secret);
  fs.appendFileSync(path.join(a.data, 'pg_hba.conf'), 'host replication app 127.0.0.1/32 scram-sha-256\n');
  await a.start();
  const env = { PGPASSWORD: password };
  const to = (node: PairNode) => ['-h', '127.0.0.1', '-p', String(node.port), '-U', 'app', '-w'];
  a.run('createdb', [...to(a), 'app'], env);
  const source = `host=127.0.0.1 port=${a.port} user=app password=${password} application_name=standby`;
  b.run('pg_basebackup', ['-D', b.data, '-d', source, '-R', '-X', 'stream', '-c', 'fast']);
  await b.start();
  // From here on nothing is acknowledged that the standby does not have on its disk.
  a.run('psql', [...to(a), '-d', 'app', '-c', `ALTER SYSTEM SET synchronous_standby_names = 'standby'`], env);
  a.run('psql', [...to(a), '-d', 'app', '-c', 'SELECT pg_reload_conf()'], env);
  log(`PostgreSQL a (primary) on ${a.port}, b (standby) on ${b.port}`);
  let primary = a;
  return {
    a,
    b,
    get primary() {
      return primary;
    },
    /** The standby takes over: it waits for nobody, for there is nobody left. */
    promote() {
      b.run('psql', [...to(b), '-d', 'app', '-c', `ALTER SYSTEM RESET synchronous_standby_names`], env);
      b.run('psql', [...to(b), '-d', 'app', '-c', 'SELECT pg_promote(true, 30)'], env);
      primary = b;
      log('PostgreSQL b is the primary now');
    },
    stop: async () => {
      await Promise.all([a.stop(), b.stop()]);
    },
  };
}
