// Fifty phones for twenty seconds: one server, then two, on the same two cores, with the same pair of databases.
import { randomUUID } from 'node:crypto';
import fs from 'node:fs';
import http from 'node:http';
import { startCluster } from '../scripts/cluster/cluster.ts';

const PHONES = 50;
const SECONDS = 20;

/** Processor time of a process and of all it started, s. */
function processorOf(pids) {
  const hundredths = pids.reduce((sum, pid) => {
    try {
      const text = fs.readFileSync(`/proc/${pid}/stat`, 'utf8');
      const fields = text.slice(text.lastIndexOf(')') + 2).split(' ');
      return sum + Number(fields[11]) + Number(fields[12]);
    } catch {
      return sum;
    }
  }, 0);
  return hundredths / 100;
}
const childrenOf = (pid) => {
  try {
    return fs.readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean).map(Number);
  } catch {
    return [];
  }
};
const withChildren = (pid) => [pid, ...childrenOf(pid)];
const memoryOf = (pid) => Number(/VmRSS:\s+(\d+)/.exec(fs.readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024;

async function load(cluster, agent, cookie, { jobId, testId, cylinder }) {
  const ask = (method, path, body) =>
    new Promise((resolve) => {
      const request = http.request(
        new URL(path, cluster.url),
        { method, agent, headers: { cookie, ...(body ? { 'Content-Type': 'application/json' } : {}) } },
        (res) => res.resume().on('end', () => resolve(res.statusCode)),
      );
      request.on('error', () => resolve(0));
      request.end(body && JSON.stringify(body));
    });
  const end = Date.now() + 1000 * SECONDS;
  const times = [];
  let wrong = 0;
  const memory = [];
  const watching = setInterval(() => memory.push(Math.max(...cluster.serverPids().map(memoryOf))), 1000);
  const database = () => processorOf(cluster.databasePids().flatMap(withChildren));
  const servers = () => processorOf(cluster.serverPids());
  const before = { database: database(), servers: servers() };
  const phone = async () => {
    for (let i = 0; Date.now() < end; i += 1) {
      const started = performance.now();
      const status =
        i % 10 === 9
          ? await ask('POST', '/api/readings', {
              id: randomUUID(),
              testId,
              kind: 'compression',
              figures: { cylinder, unit: 'psi', peak: 131 },
              takenAt: '2026-11-27T10:00:00Z',
            })
          : await ask('GET', i % 10 === 5 ? '/api/jobs?status=open&limit=20' : `/api/jobs/${jobId}`);
      times.push(performance.now() - started);
      if (status !== 200 && status !== 201) wrong += 1;
    }
  };
  await Promise.all(Array.from({ length: PHONES }, phone));
  clearInterval(watching);
  const sorted = [...times].sort((a, b) => a - b);
  return {
    perSecond: times.length / SECONDS,
    wrong,
    p95: sorted[Math.floor(0.95 * sorted.length)],
    memory,
    database: database() - before.database,
    servers: servers() - before.servers,
  };
}

export default async function bench(say) {
  const cluster = await startCluster({ name: 'cluster-bench', watch: false });
  const agent = new http.Agent({ keepAlive: true, maxSockets: PHONES });
  try {
    const signedIn = await fetch(`${cluster.url}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ email: 'ines@tidewrack.example', password: 'low tide' }),
    });
    await signedIn.json();
    const cookie = signedIn.headers.get('set-cookie').split(';')[0];
    const { items } = await (await fetch(`${cluster.url}/api/jobs?status=open`, { headers: { cookie } })).json();
    // Readings pile up on one job, and on another one nothing changes: a shop reads more than it writes.
    const written = items.find(({ tests }) => tests.some(({ kind }) => kind === 'compression'));
    const read = items.find((one) => one !== written);
    const at = {
      jobId: read.job.id,
      testId: written.tests.find(({ kind }) => kind === 'compression').id,
      cylinder: written.engine.cylinders[0],
    };
    say('two servers, fifty phones ...');
    const two = await load(cluster, agent, cookie, at);
    await cluster.stopServer('two');
    say('one server, fifty phones ...');
    const one = await load(cluster, agent, cookie, at);
    const words = ({ perSecond, p95, database, servers }) =>
      `${perSecond.toFixed(0)} a second, 95 in 100 within ${p95.toFixed(0)} ms, database ` +
      `${((100 * database) / SECONDS).toFixed(0)} % and servers ${((100 * servers) / SECONDS).toFixed(0)} % of a core`;
    // It is collected when it is worth it: what is left after that must not grow.
    const left = Math.min(...one.memory.slice(-10)) / Math.max(...two.memory);
    return [
      {
        what: 'answers that were none, of fifty phones in twenty seconds, one server and two',
        ratio: one.wrong + two.wrong,
        limit: 0,
        plain: true,
        detail: `of ${((one.perSecond + two.perSecond) * SECONDS).toFixed(0)}, a tenth of them readings kept`,
      },
      {
        what: 'memory of a server, the least of its last ten seconds of forty, against the most of its first twenty',
        ratio: left,
        limit: 1.1,
        detail: `${Math.min(...one.memory.slice(-10)).toFixed(0)} MB`,
      },
      {
        what: 'one server against two on the same two cores, answers a second',
        ratio: one.perSecond / two.perSecond,
        limit: 1.5,
        detail: `one: ${words(one)}; two: ${words(two)}`,
      },
    ];
  } finally {
    agent.destroy();
    await cluster.stop();
  }
}
