import { formatEnd, formatHello, formatSamples } from '@rugged/contract/live';
import { LiveStream, type Source } from './live-stream';

const opened: (Source & {
  url: string;
  closed: boolean;
  say(id: string, data: string): void;
  fail(gaveUp?: boolean): void;
})[] = [];
function open(url: string): Source {
  let readyState = 1;
  const source = {
    url,
    closed: false,
    onmessage: null as Source['onmessage'],
    onerror: null as Source['onerror'],
    get readyState() {
      return readyState;
    },
    close() {
      source.closed = true;
    },
    say(lastEventId: string, data: string) {
      source.onmessage?.({ lastEventId, data } as MessageEvent<string>);
    },
    fail(gaveUp = false) {
      readyState = gaveUp ? 2 : 0;
      source.onerror?.(new Event('error'));
    },
  };
  opened.push(source);
  return source;
}
/** A hump of a stroke: up to `peak` kPa and back, 21 samples. */
const stroke = (peak: number) => Array.from({ length: 21 }, (_, i) => [peak * (1 - Math.abs(i - 10) / 10)]);
const HELLO = formatHello({ kind: 'compression', sampleHz: 1000, unit: 'kPa', channels: ['pressure'] });
const stream = () => {
  const made = new LiveStream('/live?x=1', { open, onChange: () => undefined });
  return { made, source: opened[opened.length - 1] as (typeof opened)[number] };
};

beforeAll(() => {
  Object.assign(globalThis, {
    navigator: { onLine: true },
    Event: class {
      constructor(readonly type: string) {}
    },
  });
  jest.useFakeTimers();
});
afterAll(() => jest.useRealTimers());

test('strokes are caught as they pass, and the end is the end', () => {
  const { made, source } = stream();
  expect(made.status).toBe('joining');
  source.say('1-0', HELLO);
  source.say('1-42', formatSamples(0, [...stroke(800), ...stroke(900)]));
  expect(made.status).toBe('running');
  expect(made.strokes?.strokes.map(({ peak }) => peak)).toEqual([800, 900]);
  source.say('1-42', formatEnd(42));
  expect(made.status).toBe('ended');
  expect(source.closed).toBe(true);
});

test('signal lost and found by the browser: samples that come twice count once', () => {
  const { made, source } = stream();
  source.say('1-0', HELLO);
  source.say('1-21', formatSamples(0, stroke(800)));
  source.fail();
  expect(made.status).toBe('lost');
  source.say('1-0', HELLO);
  source.say('1-42', formatSamples(10, [...stroke(800).slice(10), ...stroke(900)]));
  expect(made.status).toBe('running');
  expect(made.strokes?.strokes.map(({ peak }) => peak)).toEqual([800, 900]);
  expect(made.strokes?.taken).toBe(42);
});

test('given up by the browser it is joined again where it was', () => {
  const { made, source } = stream();
  source.say('1-0', HELLO);
  source.say('1-21', formatSamples(0, stroke(800)));
  source.fail(true);
  jest.advanceTimersByTime(2000);
  const again = opened[opened.length - 1] as (typeof opened)[number];
  expect(again).not.toBe(source);
  expect(again.url).toBe('/api/live?x=1&after=1-21');
  again.say('1-42', formatSamples(21, stroke(900)));
  expect(made.strokes?.strokes).toHaveLength(2);
});

test('a gap is never passed over in silence', () => {
  const { made, source } = stream();
  source.say('1-0', HELLO);
  source.say('1-80', formatSamples(50, stroke(800)));
  expect(made).toMatchObject({ status: 'refused', trouble: 'Samples are missing: take it again' });
});

test('a server that says no, and a line that is none: said in words', () => {
  const refused = stream();
  refused.source.fail(true);
  expect(refused.made).toMatchObject({ status: 'refused', trouble: 'The sensor does not answer' });
  const strange = stream();
  strange.source.say('', 'hello rugged-live 7 compression 1000 kPa pressure');
  expect(strange.made.trouble).toMatch(/version 7/);
});

test('other units are brought to kilopascals, and air keeps all its rows', () => {
  const { made, source } = stream();
  source.say('1-0', formatHello({ kind: 'leakdown', sampleHz: 20, unit: 'psi', channels: ['supply', 'cylinder'] }));
  source.say(
    '1-2',
    formatSamples(0, [
      [80, 70],
      [80, 71],
    ]),
  );
  expect(made.now[1]).toBeCloseTo(489.5, 1);
  expect(made.rows).toHaveLength(2);
});

test.each([
  ['a unit that is no pressure', 'hello rugged-live 1 compression 1000 mV pressure', 's 0 1', /measures in "mV"/],
  ['two figures where one is due', HELLO, 's 0 1,2', /2 figures where 1 are due/],
  ['infinity', HELLO, 's 0 Infinity', /no figure/],
])('%s ends the take and says why', (_, hello, samples, why) => {
  const { made, source } = stream();
  source.say('1-0', hello);
  source.say('1-1', samples);
  expect(made.status).toBe('refused');
  expect(made.trouble).toMatch(why);
});
