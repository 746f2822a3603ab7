// npm run cluster: two servers behind HAProxy, a primary and a standby, with the demo. Keys kill one or the other.
import { APP_DIST, ensureWebApp } from '../build.ts';
import { say } from '../packages.mjs';
import { startCluster } from './cluster.ts';

const PORT = Number(process.env.PORT ?? 4190);
let cluster: Awaited<ReturnType<typeof startCluster>> | undefined;
let stopping = false;
async function stop(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  await cluster?.stop();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

const KEYS: Readonly<Record<string, readonly [string, () => unknown]>> = {
  1: ['kill server one', () => cluster?.killServer('one')],
  2: ['kill server two', () => cluster?.killServer('two')],
  3: ['start server one again', () => cluster?.serve('one')],
  4: ['start server two again', () => cluster?.serve('two')],
  p: ['kill the primary; the standby takes over', () => cluster?.killPrimary()],
};

try {
  await ensureWebApp();
  cluster = await startCluster({ web: PORT, dist: APP_DIST, log: say });
  say('');
  say(`  Rugged Gauge is at  ${cluster.url}`);
  say('  Demo sign-in        ines@tidewrack.example');
  say('  Password            low tide');
  say('');
  for (const [key, [what]] of Object.entries(KEYS)) say(`  ${key}  ${what}`);
  say('  Ctrl-C stops all of it; nothing of it is kept.');
  process.stdin.on('data', (typed) => {
    const act = KEYS[String(typed).trim()];
    if (act) Promise.resolve(act[1]()).catch((error: Error) => say(error.message));
  });
} catch (error) {
  say(error instanceof Error ? error.message : String(error));
  await stop(1);
}
