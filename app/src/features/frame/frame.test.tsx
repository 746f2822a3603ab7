import { openPlace, written } from '@/bench/place.fixture';
import { Frame } from './frame';
import { Words } from '@/ui/words';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

beforeAll(() => {
  Object.assign(globalThis, { addEventListener: () => undefined, removeEventListener: () => undefined });
});

test('the places stand round what is shown', async () => {
  await openPlace(
    <Frame>
      <Words>A place</Words>
    </Frame>,
  );
  expect(written()).toMatch(/A place/);
  expect(written()).toMatch(/Bay.*Engines.*Shop/);
});
