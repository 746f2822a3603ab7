// An almost empty Expo export with Paper, made from the same packages: the first load is held against it.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { pack, SHAKEN } from '../scripts/build.ts';

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

/** The almost empty app, built by the same Expo and packed as ours is. @returns its folder; `end` takes it away */
export async function emptyApp(projectDir, say) {
  const empty = path.join(projectDir, 'app', '.cache-empty');
  const end = () => fs.rmSync(empty, { recursive: true, force: true });
  end();
  fs.mkdirSync(path.join(empty, 'src/ui'), { recursive: true });
  for (const file of [
    'package.json',
    'app.json',
    'babel.config.js',
    'metro.config.js',
    'metro.minify.js',
    'tsconfig.json',
    'src/ui/icon.tsx',
    'src/ui/icon-paths.ts',
  ])
    fs.copyFileSync(path.join(projectDir, 'app', file), path.join(empty, file));
  for (const [file, content] of Object.entries(EMPTY)) {
    fs.mkdirSync(path.dirname(path.join(empty, file)), { recursive: true });
    fs.writeFileSync(path.join(empty, file), content);
  }
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
  if (status !== 0) {
    end();
    throw new Error(`the almost empty app did not build:\n${stdout}${stderr}`.slice(0, 3000));
  }
  const dist = path.join(empty, 'dist');
  await pack(dist);
  return { dist, end };
}
