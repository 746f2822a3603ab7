// Script bytes of the first load, packed, against an almost empty Expo export with Paper made from the same packages.
// A real browser says which scripts it asks for until the first screen stands; the service worker is kept out of it.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import zlib from 'node:zlib';
import { chromium } from '@playwright/test';
import { SHAKEN } from '../scripts/build.mjs';

const EMPTY = {
  'app/_layout.tsx': `import { Slot } from 'expo-router';
import { PaperProvider } from 'react-native-paper';
export default function Layout() { return <PaperProvider><Slot /></PaperProvider>; }
`,
  'app/index.tsx': `import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
export default function Home() { return <View><Text>Hello</Text><Button onPress={() => undefined}>Go</Button></View>; }
`,
};

export default async function bench(projectDir, say) {
  const empty = path.join(projectDir, 'app', '.cache-empty');
  fs.rmSync(empty, { recursive: true, force: true });
  fs.mkdirSync(path.join(empty, 'src/ui'), { recursive: true });
  for (const file of [
    'package.json',
    'app.json',
    'babel.config.js',
    'metro.config.js',
    'tsconfig.json',
    'src/ui/icon.tsx',
    'src/ui/icon-paths.ts',
  ])
    fs.copyFileSync(path.join(projectDir, 'app', file), path.join(empty, file));
  for (const [file, content] of Object.entries(EMPTY)) {
    fs.mkdirSync(path.dirname(path.join(empty, file)), { recursive: true });
    fs.writeFileSync(path.join(empty, file), content);
  }
  try {
    say('Exporting the almost empty app to compare with ...');
    const { status, stderr, stdout } = spawnSync(
      process.execPath,
      [path.join(projectDir, 'node_modules/.bin/expo'), 'export', '--platform', 'web', '--output-dir', 'dist'],
      {
        cwd: empty,
        encoding: 'utf8',
        env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', ...SHAKEN },
      },
    );
    if (status !== 0) throw new Error(`the almost empty app did not build:\n${stdout}${stderr}`.slice(0, 3000));
    const ours = await firstLoad(path.join(projectDir, 'app/dist'), 'New job');
    const theirs = await firstLoad(path.join(empty, 'dist'), 'Hello');
    return [
      {
        what: 'script bytes of the first load (the Bay), gzip, against an almost empty export with Paper',
        ratio: ours / theirs,
        limit: 1.25,
        detail: `${(ours / 1024).toFixed(0)} KB against ${(theirs / 1024).toFixed(0)} KB`,
      },
    ];
  } finally {
    fs.rmSync(empty, { recursive: true, force: true });
  }
}

const SIGNED_IN = {
  '/api/session': {
    person: { id: 'p', name: 'Ines', email: 'i' },
    shop: { id: 's', name: 'Shop', unit: 'psi', site: {}, houseRules: {}, tester: {}, version: 1 },
  },
  '/api/jobs': { items: [], total: 0 },
};

/** Serves a build, opens it, waits for `text`, and sums the packed size of every script that was asked for. */
async function firstLoad(dist, text) {
  const asked = new Set();
  const listener = http.createServer((req, res) => {
    const { pathname } = new URL(req.url, 'http://localhost');
    if (SIGNED_IN[pathname])
      return void res.setHeader('Content-Type', 'application/json').end(JSON.stringify(SIGNED_IN[pathname]));
    const file = path.join(dist, decodeURIComponent(pathname));
    const found = fs.statSync(file, { throwIfNoEntry: false })?.isFile() ? file : path.join(dist, 'index.html');
    if (found.endsWith('.js')) asked.add(found);
    const type =
      { '.js': 'text/javascript', '.css': 'text/css', '.html': 'text/html', '.svg': 'image/svg+xml' }[
        path.extname(found)
      ] ?? 'application/octet-stream';
    return void res.setHeader('Content-Type', type).end(fs.readFileSync(found));
  });
  await new Promise((resolve) => {
    listener.listen(0, '127.0.0.1', resolve);
  });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
    await page.goto(`http://127.0.0.1:${listener.address().port}/`);
    await page.getByText(text, { exact: true }).first().waitFor({ timeout: 60_000 });
    await page.waitForLoadState('networkidle');
  } finally {
    await browser.close();
    listener.close();
  }
  return [...asked].reduce((sum, file) => sum + zlib.gzipSync(fs.readFileSync(file), { level: 9 }).length, 0);
}
