import http from 'node:http';
import type { RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { Sequelize } from 'sequelize';
import type { Ear } from '../live/heard';

/** Answers are looked for between a few milliseconds and the moment at which a phone gives up, s. */
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 15];

/** The part of a connection pool that is counted. */
interface Pool {
  size: number;
  using: number;
  waiting: number;
}

/** What whoever runs the server watches, in the common text format. No path in it has an id, no label a name. */
export function metricsOf(sequelize: Sequelize, ear: Ear): { registry: Registry; measure: RequestHandler } {
  const registry = new Registry();
  const seconds = new Histogram({
    name: 'http_request_duration_seconds',
    help: 'Time to the end of an answer, by route and status',
    labelNames: ['method', 'route', 'status'],
    buckets: SECONDS,
    registers: [registry],
  });
  const pool = () => (sequelize.connectionManager as unknown as { pool: { write?: Pool } & Pool }).pool;
  for (const what of ['size', 'using', 'waiting'] as const)
    new Gauge({
      name: `database_connections_${what}`,
      help: `Connections of the pool: ${what}`,
      registers: [registry],
      collect() {
        this.set((pool().write ?? pool())[what]);
      },
    });
  new Gauge({
    name: 'live_streams',
    help: 'Phones that listen for changes',
    registers: [registry],
    collect() {
      this.set(ear.listenerCount('touched'));
    },
  });
  const measure: RequestHandler = (req, res, next) => {
    const end = seconds.startTimer();
    res.on('close', () => {
      const route = (req.route as { path?: string } | undefined)?.path;
      // A stream has no duration that says anything.
      if (res.getHeader('Content-Type') === 'text/event-stream') return;
      end({
        method: req.method,
        route: route === undefined ? 'none' : `${req.baseUrl}${route}`,
        status: res.statusCode,
      });
    });
    next();
  };
  return { registry, measure };
}

/** `/metrics` at a port of its own, which no phone reaches. */
export function serveMetrics(registry: Registry, port: number, host: string): http.Server {
  collectDefaultMetrics({ register: registry });
  return http
    .createServer((req, res) => {
      if (req.method !== 'GET' || req.url !== '/metrics') return void res.writeHead(404).end();
      void registry.metrics().then((text) => res.writeHead(200, { 'Content-Type': registry.contentType }).end(text));
    })
    .listen(port, host);
}
