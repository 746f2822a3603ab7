// Builds the web app when its sources changed: Expo export, service worker, packed copies for the wire.
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import zlib from 'node:zlib';
import { bundleWorkers, ensureBundle, newest } from './bundle.ts';
import { sourcesOf } from './sources.ts';
import { isMain, oneAtATime, projectDir, say } from './packages.mjs';

const APP = path.join(projectDir, 'app');
export const APP_DIST = path.join(APP, 'dist');
const SOURCES = [
  'app/app',
  'app/public',
  'app/app.json',
  'app/metro.config.js',
  'app/metro.minify.js',
  'app/babel.config.js',
  ...sourcesOf('app'),
  'package-lock.json',
  'scripts/build.ts',
  'scripts/bundle.ts',
];

export const ensureWebApp = () => oneAtATime('web', buildWebApp);

async function buildWebApp() {
  const stamp = path.join(APP_DIST, 'built');
  const built = fs.statSync(stamp, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  if (newest(SOURCES.map((source) => path.join(projectDir, source))) <= built) return;
  const next = path.join(APP, 'dist-next');
  fs.rmSync(next, { recursive: true, force: true });
  const workers = await bundleWorkers();
  await exportApp(next);
  nameWorkers(next, workers);
  preload(next);
  say('Writing the service worker and packing files ...');
  await serviceWorker(next);
  await pack(next);
  keepOldPieces(APP_DIST, next);
  fs.writeFileSync(path.join(next, 'built'), new Date().toISOString());
  fs.rmSync(APP_DIST, { recursive: true, force: true });
  fs.renameSync(next, APP_DIST);
}

/** Leaves out of the pieces what nobody asks for. */
export const SHAKEN = { EXPO_UNSTABLE_TREE_SHAKING: '1', EXPO_UNSTABLE_METRO_OPTIMIZE_GRAPH: '1' };

/** Expo's export, with a line of progress every few seconds. */
function exportApp(out: string): Promise<void> {
  say('Building the app (about a minute the first time) ...');
  const started = Date.now();
  const child = spawn(
    process.execPath,
    [
      path.join(projectDir, 'node_modules', '.bin', 'expo'),
      'export',
      '--platform',
      'web',
      '--output-dir',
      out,
      '--max-workers',
      '2',
    ],
    {
      cwd: APP,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', NODE_ENV: 'production', ...SHAKEN },
    },
  );
  let output = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk: Buffer) => {
      output += chunk.toString();
    });
  const progress = setInterval(() => say(`  ... building, ${Math.round((Date.now() - started) / 1000)} s`), 10_000);
  return new Promise<void>((resolve, reject) => {
    child.once('error', reject);
    child.once('exit', (code) => {
      clearInterval(progress);
      if (code === 0) resolve();
      else reject(new Error(`expo export failed (exit ${code}):\n${output.slice(-4000)}`));
    });
  });
}

/** Each worker under a name of its own content, so that an open tab goes on with its own; the page says which. */
function nameWorkers(dist: string, names: readonly string[]): void {
  const page = path.join(dist, 'index.html');
  const metas = names.map((name) => {
    const file = path.join(dist, 'workers', `${name}.js`);
    const hash = createHash('sha256').update(fs.readFileSync(file)).digest('hex').slice(0, 16);
    fs.renameSync(file, path.join(dist, 'workers', `${name}-${hash}.js`));
    return `<meta name="worker-${name}" content="/workers/${name}-${hash}.js" />`;
  });
  fs.writeFileSync(page, fs.readFileSync(page, 'utf8').replace('</head>', `  ${metas.join('\n    ')}\n  </head>`));
}

/**
 * What the first screen needs is asked for with the page, not once the script before it has run: the frame, the Bay,
 * the two faces that most of it is set in.
 */
function preload(dist: string): void {
  const scripts = path.join(dist, '_expo', 'static', 'js', 'web');
  const first = fs
    .readdirSync(scripts)
    .filter(
      (file) =>
        /^_layout-[0-9a-f]+\.js$/.test(file) ||
        (/^index-[0-9a-f]+\.js$/.test(file) && fs.readFileSync(path.join(scripts, file), 'utf8').includes(THE_BAY)),
    )
    .map((file) => `<link rel="preload" as="script" href="/_expo/static/js/web/${file}" />`);
  const fonts = fs
    .readdirSync(path.join(dist, 'assets'), { recursive: true })
    .map((file) => String(file).split(path.sep).join('/'))
    .filter((file) => /semi-condensed-latin-(500|700)-normal\.[0-9a-f]+\.woff2$/.test(file))
    .map((file) => `<link rel="preload" as="font" type="font/woff2" href="/assets/${file}" crossorigin />`);
  const page = path.join(dist, 'index.html');
  const html = fs.readFileSync(page, 'utf8');
  fs.writeFileSync(page, html.replace('</head>', `  ${[...first, ...fonts].join('\n    ')}\n  </head>`));
}
/** In the piece of the Bay, whatever its name is. */
const THE_BAY = 'The bay is empty';

/** Everything the app needs to start without signal. */
async function serviceWorker(dist: string): Promise<void> {
  const { generateSW } = await import('workbox-build');
  const { warnings } = await generateSW({
    globDirectory: dist,
    globPatterns: ['**/*.{html,css,js,json,woff2,svg,png,ico,webmanifest}'],
    globIgnores: ['metadata.json', 'sw.js', 'share.js', 'leaving.js', 'workbox-*.js'],
    swDest: path.join(dist, 'sw.js'),
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//, /^\/p\//],
    // A photograph never changes under its id: seen once, it is there without signal.
    runtimeCaching: [
      {
        urlPattern: /\/api\/photos\/[0-9a-f-]+$/,
        handler: 'CacheFirst',
        options: { cacheName: 'photos', expiration: { maxEntries: 400 }, cacheableResponse: { statuses: [200] } },
      },
      // What a page for an owner is set in, so that it looks the same without signal.
      { urlPattern: /\/p\/fonts\/[\w-]+[.]woff2$/, handler: 'CacheFirst', options: { cacheName: 'page-fonts' } },
    ],
    importScripts: ['/share.js', '/leaving.js'],
    clientsClaim: true,
    // A newer version is offered; the page asks for it when somebody says so.
    skipWaiting: false,
    cleanupOutdatedCaches: true,
    sourcemap: false,
    mode: 'production',
    maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
  });
  for (const warning of warnings) say(warning);
}

/** A tab that is open over an update still asks for the pieces it was built with. */
const KEPT_DAYS = 14;
function keepOldPieces(before: string, next: string): void {
  const oldest = Date.now() - KEPT_DAYS * 24 * 3600 * 1000;
  for (const pieces of [path.join('_expo', 'static', 'js'), 'workers']) {
    if (!fs.existsSync(path.join(before, pieces))) continue;
    fs.cpSync(path.join(before, pieces), path.join(next, pieces), {
      recursive: true,
      force: false,
      preserveTimestamps: true,
      filter: (from) => fs.statSync(from).isDirectory() || fs.statSync(from).mtimeMs > oldest,
    });
  }
}

const gzip = promisify(zlib.gzip);
const brotli = promisify(zlib.brotliCompress);

/** Packed copies beside the files, for the wire. */
export async function pack(dist: string): Promise<void> {
  const files = fs
    .readdirSync(dist, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.(html|js|css|json|svg|webmanifest)$/.test(entry.name))
    .map((entry) => path.join(entry.parentPath, entry.name));
  await Promise.all(
    files.map(async (file) => {
      const content = fs.readFileSync(file);
      if (content.length < 1024) return;
      fs.writeFileSync(`${file}.gz`, await gzip(content, { level: 9 }));
      fs.writeFileSync(`${file}.br`, await brotli(content, { params: { [zlib.constants.BROTLI_PARAM_QUALITY]: 9 } }));
    }),
  );
}

if (isMain(import.meta.url)) {
  await Promise.all([ensureWebApp(), ensureBundle('server'), ensureBundle('prepare'), ensureBundle('rugged')]);
}
