import { spawnSync } from 'node:child_process';
import { createReadStream, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { readTrace } from '@rugged/contract/trace';
import Papa from 'papaparse';
import { inTurn, type Measured } from './measure';

const SAMPLES = 1_000_000;
const HZ = 10_000;

/** A million samples of a sensor in a cylinder, five strokes a second, a little noise. */
function writeTrace(file: string, samples: number): void {
  const lines = Array.from({ length: samples }, (_, i) => {
    const phase = ((i / HZ / 0.2) % 1) - 0.5;
    return `${(i / HZ).toFixed(4)},${(138 * Math.exp(-((phase / 0.06) ** 2)) + 0.3 * Math.sin(37 * i)).toFixed(3)}`;
  });
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, `time_s,pressure_psi\n${lines.join('\n')}\n`);
}

/** One plain pass: the same parser, straight into a typed array. */
function plainPass(file: string): Promise<Float64Array> {
  const seen = new Float64Array(2 * (SAMPLES + 1));
  let at = 0;
  return new Promise((resolve, reject) => {
    Papa.parse<string[]>(createReadStream(file), {
      skipEmptyLines: true,
      delimiter: ',',
      error: reject,
      complete: () => resolve(seen),
      chunk: ({ data }) => {
        for (const row of data) {
          seen[at] = Number(row[0]);
          seen[at + 1] = Number(row[1]);
          at += 2;
        }
      },
    });
  });
}

/** The leanest there is: the bytes read whole, each figure put together digit by digit. */
function byHand(file: string): Float64Array {
  const bytes = readFileSync(file);
  const seen = new Float64Array(2 * (SAMPLES + 1));
  let at = 0;
  let figure = 0;
  let scale = 0;
  let digits = false;
  let sign = 1;
  for (const byte of bytes) {
    if (byte >= 48 && byte <= 57) {
      figure = figure * 10 + byte - 48;
      scale *= 10;
      digits = true;
    } else if (byte === 46) scale = 1;
    else if (byte === 45) sign = -1;
    else {
      if (digits && at < seen.length) seen[at++] = (sign * figure) / (scale || 1);
      figure = 0;
      scale = 0;
      digits = false;
      sign = 1;
    }
  }
  return seen;
}

/** Peak memory of the command over a file, bytes, by the operating system's own count. */
function peakBytes(projectDir: string, file: string): number {
  const { stderr } = spawnSync(
    process.execPath,
    [
      '--import',
      pathToFileURL(path.join(projectDir, 'bench', 'peak-memory.mjs')).href,
      path.join(projectDir, 'dist', 'rugged.mjs'),
      'trace',
      file,
    ],
    { encoding: 'utf8' },
  );
  const kB = /peak (\d+)/.exec(stderr)?.[1];
  if (kB === undefined) throw new Error(`the command did not say what it needed: ${stderr}`);
  return 1024 * Number(kB);
}

export default async function bench(projectDir: string): Promise<Measured[]> {
  const file = path.join(projectDir, '.cache', 'bench', 'trace.csv');
  const small = path.join(projectDir, '.cache', 'bench', 'small.csv');
  writeTrace(file, SAMPLES);
  writeTrace(small, 1000);
  const { strokes } = await readTrace(createReadStream(file));
  const { a, b } = await inTurn(
    5,
    () => readTrace(createReadStream(file)),
    () => plainPass(file),
  );
  const hand = await inTurn(
    5,
    () => readTrace(createReadStream(file)),
    () => byHand(file),
  );
  const size = statSync(file).size;
  const idle = peakBytes(projectDir, small);
  const whole = peakBytes(projectDir, file);
  const mb = (bytes: number) => `${(bytes / 1e6).toFixed(0)} MB`;
  return [
    {
      what: 'a million-sample trace against a hand-written pass over the same bytes, digit by digit',
      ratio: hand.a / hand.b,
      limit: 2.5,
      detail: `${hand.a.toFixed(0)} ms against ${hand.b.toFixed(0)} ms`,
    },
    {
      what: 'a million-sample trace against one plain pass of the same parser into a typed array',
      ratio: a / b,
      limit: 4,
      detail: `${a.toFixed(0)} ms against ${b.toFixed(0)} ms, ${strokes.length} strokes found`,
    },
    {
      what: 'memory for it, above what the command needs for a thousand samples, against the file',
      ratio: (whole - idle) / size,
      limit: 6,
      detail: `${mb(whole)} in all, ${mb(idle)} for the program, file of ${mb(size)}`,
    },
  ];
}
