// The real thing for a bench: a database of its own with the demo, the built server, a static server for an app.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import { APP_DIST, ensureWebApp } from '../scripts/build.ts';
import { ensureBundle } from '../scripts/bundle.ts';
import { startDatabase } from '../scripts/database.ts';
import { prepare } from '../scripts/prepare.ts';

export async function realServer(projectDir, port) {
  const [database, server] = await Promise.all([
    startDatabase({ projectDir, name: 'pg-bench', log: () => undefined }),
    ensureBundle('server'),
    ensureWebApp(),
  ]);
  const env = { ...process.env, DATABASE_URL: database.serverUrl, PORT: String(port), APP_DIST, LOG_LEVEL: 'error' };
  await prepare(database, '--demo', '--fresh');
  const child = spawn(process.execPath, [server], {
    cwd: projectDir,
    env,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  await new Promise((resolve, reject) => {
    child.once('message', resolve);
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
  return {
    url: `http://localhost:${port}`,
    end: async () => {
      child.kill('SIGTERM');
      await new Promise((resolve) => child.once('exit', resolve));
      await database.stop();
    },
  };
}

const TYPES = { '.js': 'text/javascript', '.css': 'text/css', '.html': 'text/html', '.svg': 'image/svg+xml' };

/** A folder as it would be served: packed where a packed copy lies beside it. */
export async function served(dist) {
  const listener = http.createServer((request, response) => {
    const { pathname } = new URL(request.url, 'http://localhost');
    const file = path.join(dist, decodeURIComponent(pathname));
    const found = fs.statSync(file, { throwIfNoEntry: false })?.isFile() ? file : path.join(dist, 'index.html');
    const packed = fs.existsSync(`${found}.br`);
    response.setHeader('Content-Type', TYPES[path.extname(found)] ?? 'application/octet-stream');
    if (packed) response.setHeader('Content-Encoding', 'br');
    fs.createReadStream(packed ? `${found}.br` : found).pipe(response);
  });
  await new Promise((resolve) => {
    listener.listen(0, '127.0.0.1', resolve);
  });
  return {
    url: `http://localhost:${listener.address().port}`,
    end: () => {
      listener.closeAllConnections();
      listener.close();
    },
  };
}
