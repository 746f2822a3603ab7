// npm run sensor -- TRACE.csv --code 482917 [--at http://localhost:4180] [--unit kPa]: a recorded trace as a sensor.
// First column seconds, then a pressure (compression, crankcase) or two (leak-down: supply, cylinder). It plays the
// trace each time a pad listens, and rests at its last figures in between.
import fs from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import Papa from 'papaparse';

const EVERY_MS = 50;
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { code: { type: 'string' }, at: { type: 'string' }, unit: { type: 'string' } },
});
const [file] = positionals;
const code = values.code?.replaceAll(' ', '');
if (!file || !code) {
  console.error('npm run sensor -- TRACE.csv --code 482917 [--at http://localhost:4180] [--unit kPa]');
  process.exit(2);
}
const at = values.at ?? 'http://localhost:4180';

/** Rows of figures, seconds first; a head is passed over. */
function readRows(file: string): number[][] {
  const text = fs.readFileSync(path.resolve(process.env.INIT_CWD ?? '.', file), 'utf8');
  const { data } = Papa.parse<unknown[]>(text, { skipEmptyLines: true, dynamicTyping: true });
  const rows = data.filter(
    (row): row is number[] => row.length > 1 && row.every((figure) => typeof figure === 'number'),
  );
  if (rows.length < 3) throw new Error(`${file}: seconds and a pressure in each row are wanted`);
  return rows;
}

/** What the door answers: which test the pad is on, how many samples it has, whether it listens. */
interface Answer {
  kind: 'compression' | 'leakdown' | 'crankcase';
  taken: number;
  listening: boolean;
}
async function say(lines: readonly string[]): Promise<Answer> {
  const answer = await fetch(`${at}/api/sensor/${code}`, {
    method: 'POST',
    headers: { 'Content-Type': 'text/plain' },
    body: lines.join('\n'),
  });
  const body = (await answer.json()) as Answer & { title: string; errors?: { reason: string }[] };
  if (!answer.ok) throw new Error(body.errors?.[0]?.reason ?? body.title);
  return body;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

try {
  const rows = readRows(file);
  const seconds = (rows.at(-1)?.[0] ?? 0) - (rows[0]?.[0] ?? 0);
  const hz = Math.max(1, Math.round((rows.length - 1) / seconds));
  const figures = rows.map(([, ...channels]) => channels.map((figure) => Number(figure.toFixed(2))).join(','));
  const rest = figures.at(-1);
  const { kind, taken } = await say([]);
  const names = { compression: 'pressure', leakdown: 'supply,cylinder', crankcase: 'pressure' }[kind];
  await say([`hello rugged-live 1 ${kind} ${hz} ${values.unit ?? 'kPa'} ${names}`]);
  console.log(`Joined: ${kind}, ${hz} samples a second. Waiting for the pad; Ctrl C ends.`);
  let next = taken;
  let began: { at: number; sent: number } | undefined;
  let played = 0;
  for (;;) {
    const before = Date.now();
    const due = began === undefined ? 0 : Math.floor(((before - began.at) / 1000) * hz) - began.sent;
    const some = Array.from({ length: Math.min(due, 5000) }, () => {
      const row = figures[played] ?? rest ?? '';
      played += 1;
      return row;
    });
    const { listening } = await say(some.length > 0 ? [`s ${next} ${some.join(' ')}`] : []);
    next += some.length;
    if (began) began.sent += some.length;
    if (listening && !began) {
      console.log('A pad listens: playing.');
      played = 0;
      began = { at: Date.now(), sent: 0 };
    }
    if (!listening && began) {
      console.log('Nobody listens any more.');
      began = undefined;
    }
    await pause(Math.max(0, (listening ? EVERY_MS : 300) - (Date.now() - before)));
  }
} catch (error) {
  const { message, cause } = error as Error & { cause?: { code?: string } };
  console.error(cause?.code === 'ECONNREFUSED' ? `Nobody answers at ${at}` : message);
  process.exit(1);
}
