import type { Bench, NewReading } from '@rugged/contract';
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { useEffect } from 'react';
import { aBench } from '@/bench/bench.fixture';
import type { NewEntry } from '@/data/outbox/entry';
import { forgetDraft } from '@/data/draft';
import { ThemeProvider } from '@/ui/theme';
import { LeakdownPad } from './leakdown-pad';
import { type LeakdownPad as PadOf, useLeakdownPad } from './use-leakdown-pad';

const mockKept: NewEntry[] = [];
jest.mock('@/data/client', () => ({
  outbox: {
    keep: (entries: NewEntry[]) => {
      mockKept.push(...entries);
      return Promise.resolve();
    },
  },
}));
jest.mock('@/data/session', () => ({
  useSignedIn: () => ({
    testers: [
      {
        id: 't',
        kind: 'leakdown',
        name: 'Cart',
        tester: { unit: 'psi', fullScale: 100, division: 1, orificeMm: 1 },
        adapters: [],
        usual: true,
        retired: false,
        version: 1,
      },
    ],
    shop: { unit: 'psi', houseRules: {}, site: {} },
  }),
  useChangeShop: () => ({ mutate: () => undefined }),
}));
beforeAll(() => {
  Object.assign(globalThis, {
    document: { documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
  });
});
beforeEach(() => {
  forgetDraft('leakdown.j.psi');
  mockKept.length = 0;
});

const four = (engine: object = {}): Bench =>
  aBench({
    engine: {
      name: 'Halden',
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'motorcycle',
      cylinders: ['1', '2', '3', '4'],
      firingOrder: ['1', '2', '4', '3'],
      firingIntervals: [180, 180, 180, 180],
      rotation: 'clockwise',
      boreMm: 90,
      strokeMm: 75,
      conrodMm: 130,
      cooling: 'air',
      ...engine,
    },
  });

let pad: PadOf;
const seen = (now: PadOf) => {
  pad = now;
};
function Pad({ bench, cylinder }: { bench: Bench; cylinder?: string }) {
  const own = useLeakdownPad(bench, cylinder);
  useEffect(() => {
    seen(own);
  });
  return <LeakdownPad bench={bench} pad={own} onDone={() => undefined} />;
}
const open = (bench = four(), cylinder?: string) =>
  render(
    <ThemeProvider>
      <Pad bench={bench} {...(cylinder ? { cylinder } : {})} />
    </ThemeProvider>,
  );
const press = (...labels: string[]) => {
  for (const label of labels) fireEvent.press(screen.getByLabelText(label));
};
const tapped = async (label: string) => {
  await act(async () => {
    fireEvent.press(screen.getAllByLabelText(label).at(-1)!);
    await Promise.resolve();
  });
};
const readings = () =>
  mockKept
    .filter(({ path }) => path === '/readings')
    .map(({ body }) => body as unknown as Extract<NewReading, { kind: 'leakdown' }>);

test('before the air: what it pushes with, what it does to the crank, which cylinder is next and by how much', () => {
  open();
  act(() => pad.act({ do: 'take', supply: '100', held: '', settling: [] }));
  expect(screen.getByText(/pushes with 447 kg/)).toBeTruthy();
  expect(screen.getByText(/18 N m at 5°/)).toBeTruthy();
  expect(screen.getByText(/worst \d+/)).toBeTruthy();
  expect(screen.getByLabelText('Turn the crank 180 degrees clockwise for cylinder 2')).toBeTruthy();
});

test('zeroed is ticked for this cylinder, and asked again for the next', async () => {
  open();
  await tapped('Zeroed with the hose blocked');
  expect(mockKept).toEqual([
    expect.objectContaining({
      path: '/ticks',
      body: expect.objectContaining({ procedure: 'leakdown', step: 'zero', mark: 'done' }) as object,
    }),
  ]);
  expect(pad.draft.zeroed).toBe(true);
  act(() => pad.select('2'));
  expect(pad.draft.zeroed).toBeUndefined();
});

test('a figure that is typed and not kept waits at its cylinder; the supply goes along', async () => {
  open();
  press('5', '2');
  act(() => pad.select('2'));
  expect(pad.draft).toMatchObject({ supply: '80', held: '' });
  act(() => pad.select('1'));
  expect(pad.draft).toMatchObject({ supply: '80', held: '52' });
  await tapped('Keep 35 % without listening');
  act(() => pad.select('1'));
  expect(pad.draft.held).toBe('');
});

test('two gauges: what is held becomes a percent, and goes on to the next in the firing order', async () => {
  open(four(), '2');
  press('7', '6');
  await tapped('Keep 5 % without listening');
  expect(readings()).toEqual([
    expect.objectContaining({
      figures: expect.objectContaining({ cylinder: '2', supply: 80, cylinderPressure: 76 }) as object,
    }),
  ]);
  expect(pad.cylinder).toBe('4');
});

test('a figure that no gauge shows is named and cannot be kept', () => {
  open();
  press('Supply', '8', '0', '6', '0');
  press('Held in cylinder', '5', '2');
  expect(screen.getByText(/^Supply: 8060 psi cannot be/)).toBeTruthy();
  expect(screen.queryByText(/^Keep/)).toBeNull();
  act(() => pad.keep());
  expect(mockKept).toEqual([]);
});

test('a percent dial: the figure is the leakage, and stays one for the next cylinder', async () => {
  open();
  act(() => pad.act({ do: 'percent', percent: true }));
  press('1', '4');
  await tapped('Keep 14 % without listening');
  expect(readings()[0]?.figures).toEqual({ cylinder: '1', unit: 'psi', supply: 80, percent: 14 });
  expect(pad.draft.percent).toBe(true);
});

test('nearly all lost: the wrong stroke is asked about before any verdict', () => {
  open();
  press('4');
  expect(screen.getByLabelText('It is at the top of compression')).toBeTruthy();
  press('It is at the top of compression');
  expect(pad.typed).toMatchObject({ ok: true, reading: { tdcConfirmed: true } });
});

test('the breather is asked about once something is heard where the rings breathe out', async () => {
  open();
  press('6', '0');
  await tapped('Listen where it goes');
  expect(screen.queryByText(/breather hose off the air box/)).toBeNull();
  press('Intake: not listened at');
  press('Intake: Clear');
  expect(screen.getByText(/breather hose off the air box/)).toBeTruthy();
  press('Breather hose: Off');
  await act(async () => {
    pad.keep();
    await Promise.resolve();
  });
  expect(readings()[0]?.figures).toMatchObject({ heard: [{ at: 'intake', level: 2 }], breatherOff: true });
});

test('a side-valve engine has its own drawing, and no place that it does not have', async () => {
  open(four({ cylinders: ['1'], firingOrder: ['1'], firingIntervals: [720], valveGear: 'side-valve' }));
  await tapped('Listen where it goes');
  expect(screen.queryByLabelText(/^Coolant/)).toBeNull();
  expect(screen.queryByLabelText(/^Plug hole/)).toBeNull();
  expect(screen.getByLabelText('Head joint: not listened at')).toBeTruthy();
});
