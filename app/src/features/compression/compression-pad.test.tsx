import type { Bench, ReadingRecordOf } from '@rugged/contract';
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { forgetDraft } from '@/data/draft';
import type { NewEntry } from '@/data/outbox/entry';
import { ThemeProvider } from '@/ui/theme';
import { CompressionPad } from './compression-pad';
import { useCompressionPad } from './use-compression-pad';

const mockKept: NewEntry[][] = [];
const mockFull = { is: false };
jest.mock('@/data/client', () => ({
  outbox: {
    keep: (entries: NewEntry[]) => {
      if (mockFull.is) return Promise.reject(new Error('no room'));
      mockKept.push(entries);
      return Promise.resolve();
    },
  },
}));
jest.mock('@/data/dates', () => ({ useReadHere: () => ({ data: null }) }));
jest.mock('@/data/session', () => ({
  useSignedIn: () => ({
    testers: [
      {
        id: 't',
        kind: 'compression',
        name: 'Cart',
        tester: { unit: 'psi', fullScale: 300, division: 2 },
        adapters: [],
        usual: true,
        retired: false,
        version: 1,
      },
    ],
    shop: { unit: 'psi', houseRules: {}, site: {} },
    person: { name: 'Ines' },
  }),
  useChangeShop: () => ({ mutate: () => undefined }),
}));

beforeAll(() => {
  Object.assign(globalThis, {
    document: { documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
  });
});
beforeEach(() => {
  mockKept.length = 0;
  forgetDraft('compression.j.psi');
});

type Dry = ReadingRecordOf<'compression'>;
const reading = (cylinder: string, peak: number, more: { figures?: Partial<Dry['figures']>; id?: string } = {}): Dry =>
  aReading(
    'compression',
    { cylinder, unit: 'psi', peak, ...more.figures },
    { id: more.id ?? `r${cylinder}${peak}`, takenAt: new Date().toISOString() },
  );

function benchWith(readings: Dry[], engine: Partial<Bench['engine']> = {}): Bench {
  const cart = { name: 'Cart', unit: 'psi' as const, fullScale: 300, division: 2 };
  return aBench({
    engine: { boreMm: 62, strokeMm: 58, compressionRatio: 7.2, ...engine },
    readings,
    books: [{ id: 'b', source: 'Handbook', version: 1, compression: { unit: 'psi', min: 120 } }],
    tests:
      readings.length > 0
        ? [
            aTest(
              'compression',
              { engineTemperature: 'warm', throttle: 'open', plugs: 'all-out', tester: cart },
              { startedAt: new Date().toISOString() },
            ),
          ]
        : [],
  });
}

function Pad({ bench, cylinder, wet = false }: { bench: Bench; cylinder?: string; wet?: boolean }) {
  const pad = useCompressionPad(bench, cylinder, wet);
  return <CompressionPad bench={bench} pad={pad} onDone={() => undefined} onSettings={() => undefined} />;
}
const open = (bench: Bench, cylinder?: string, wet = false) =>
  render(
    <ThemeProvider>
      <Pad bench={bench} {...(cylinder ? { cylinder } : {})} wet={wet} />
    </ThemeProvider>,
  );
const press = (...labels: string[]) => {
  for (const label of labels) fireEvent.press(screen.getByLabelText(label));
};
const tap = async (text: RegExp) => {
  await act(async () => {
    fireEvent.press(screen.getByText(text));
    await Promise.resolve();
  });
};
const bodies = () => mockKept.flat().map(({ path, body }) => ({ path, ...body }));

test('the first reading brings its test along, the next cylinder comes by itself', async () => {
  open(benchWith([]));
  press('Engine: Warm', '1', '4', '2');
  await tap(/^Keep 142, next 2$/);
  expect(bodies()).toMatchObject([
    { path: '/tests', conditions: { engineTemperature: 'warm', throttle: 'open', plugs: 'all-out' } },
    { path: '/readings', figures: { cylinder: '1', unit: 'psi', peak: 142 } },
  ]);
  const [test_, kept] = bodies();
  expect(kept).toMatchObject({ testId: (test_ as { id?: string }).id });
  expect(screen.getByText(/for cyl 1\.$/)).toBeTruthy();
});

test('a reading under the same conditions joins the test that is there, with its first stroke', async () => {
  open(benchWith([reading('1', 142)]));
  press('First stroke', '7', '1', 'Peak', '1', '1', '2');
  expect(screen.getByText(/misses the minimum|under the best one/)).toBeTruthy();
  await tap(/^Keep 112, done$/);
  expect(bodies()).toMatchObject([
    { path: '/readings', testId: 't', figures: { cylinder: '2', peak: 112, strokes: [71] } },
  ]);
});

test('again keeps the figure and stays on the cylinder', async () => {
  open(benchWith([reading('1', 142)]));
  press('1', '1', '2');
  await act(async () => {
    fireEvent.press(screen.getByLabelText('Keep and test the same cylinder again'));
    await Promise.resolve();
  });
  expect(bodies()).toHaveLength(1);
  expect(screen.getByText(/for cyl 2\.$/)).toBeTruthy();
});

test('what cannot be is refused in words, and stays', async () => {
  open(benchWith([reading('1', 142)]));
  press('4', '1', '2');
  expect(screen.getByText(/above the gauge's full scale of 300 psi/)).toBeTruthy();
  await tap(/^Keep 412/);
  expect(mockKept).toEqual([]);
  press('Delete digit', 'Delete digit', 'Delete digit', '1', '3', '0');
  expect(screen.queryByText(/full scale/)).toBeNull();
});

test('what is typed and not kept waits where it was typed: by cylinder, dry and wet', async () => {
  open(benchWith([reading('1', 142)]), '2');
  press('1', '1', '2', 'Wet', '1', '3');
  expect(screen.queryByText(/^Keep 112/)).toBeNull();
  press('Dry again');
  expect(screen.getByText(/^Keep 112/)).toBeTruthy();
  fireEvent.press(screen.getByText('142'));
  expect(screen.queryByText(/^Keep 112/)).toBeNull();
  fireEvent.press(screen.getByText('Cyl 2'));
  await tap(/^Keep 112/);
  press('Wet');
  expect(screen.getByText(/^Keep 13, done$/)).toBeTruthy();
  press('Delete digit', 'Delete digit', 'Dry again');
  expect(screen.queryByText(/^Keep 1/)).toBeNull();
});

test('after a repair it is asked anew whether the engine is warm; what was typed is still there', () => {
  const view = open(benchWith([]), '1');
  press('Engine: Warm', '1', '2', '1');
  expect(screen.queryByLabelText('Engine: Warm')).toBeNull();
  view.unmount();
  const madeAt = new Date(Date.now() + 1000).toISOString();
  open({ ...benchWith([]), repairs: [{ id: 'x', jobId: 'j', what: 'New gasket', madeAt }] }, '1');
  press('Engine: Cold');
  expect(screen.getByText(/^Keep 121/)).toBeTruthy();
});

test('undo adds a withdrawal: both rows stay', async () => {
  open(benchWith([]));
  press('1', '4', '2');
  await tap(/^Keep 142/);
  const kept = bodies()[1] as { id?: string };
  mockKept.length = 0;
  await tap(/^Undo$/);
  expect(bodies()).toMatchObject([{ path: '/readings', supersedes: kept.id, withdrawn: true, figures: { peak: 142 } }]);
});

test('digits typed while a reading is being taken back are typed for what comes in its stead', async () => {
  const single = benchWith([], { cylinders: ['1'] });
  open(single);
  press('Engine: Warm', '1', '4');
  await tap(/^Keep 14, done$/);
  // Pressed one after the other, before this device has kept anything.
  fireEvent.press(screen.getByText('Undo'));
  press('1', '4', '2');
  await act(() => Promise.resolve());
  expect(screen.getByText(/^Keep 142, done$/)).toBeTruthy();
  expect(bodies().at(-1)).toMatchObject({ withdrawn: true });
});

test('what the device does not keep stands at its cylinder again; what was typed since waits at its own', async () => {
  open(benchWith([]));
  press('Engine: Warm', '1', '4', '2');
  mockFull.is = true;
  fireEvent.press(screen.getByText(/^Keep 142, next 2$/));
  press('9');
  await act(() => Promise.resolve());
  mockFull.is = false;
  expect(screen.getByText(/^Keep 142, next 2$/)).toBeTruthy();
  fireEvent.press(screen.getByText('Cyl 2'));
  expect(screen.getByText(/^Keep 9, done$|^Keep 9, next/)).toBeTruthy();
});

test('many repeats on one cylinder: how many, and the last of them', () => {
  const repeats = Array.from({ length: 10 }, (_, i) => reading('1', 140 + i));
  open(benchWith(repeats), '1');
  expect(screen.getByText(/^kept 10, last/)).toBeTruthy();
  expect(screen.getByText('147 · 148 · 149')).toBeTruthy();
});

test('wet: the dose of this chamber is kept with the reading, a locking one is refused', async () => {
  open(benchWith([reading('1', 142), reading('2', 112)]), '2', true);
  const dose = screen.getByLabelText('Oil, ml').props as { value: string };
  expect(Number(dose.value)).toBeGreaterThan(0.3);
  press('1', '3', '9');
  fireEvent.changeText(screen.getByLabelText('Oil, ml'), '40');
  expect(screen.getByText(/it would lock the engine hydraulically/)).toBeTruthy();
  fireEvent.changeText(screen.getByLabelText('Oil, ml'), '0.8');
  await tap(/^Keep 139, done$/);
  expect(bodies()).toMatchObject([{ figures: { cylinder: '2', peak: 139, wet: true, oilMl: 0.8 } }]);
});
