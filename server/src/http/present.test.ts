import type { ShopScope } from '../store/scope';
import { presentTo } from './present';

/** A shop as one person sees it, and how often anybody of it asked. */
function shopOf(rows: object[]) {
  let asked = 0;
  const as = (personId: string) =>
    ({
      personId,
      select: () => {
        asked += 1;
        return Promise.resolve(rows);
      },
    }) as unknown as ShopScope;
  return { as, asked: () => asked };
}
const at = (person: string, cylinder: string | null = null) => ({
  job: 'j',
  person,
  name: person,
  doing: 'compression',
  cylinder,
});

test('two hundred phones hear one notice: the database is asked once, and nobody is told of themselves', async () => {
  const shop = shopOf([at('p7', '2'), at('p8')]);
  const notice = { job: 'j' };
  const told = await Promise.all(Array.from({ length: 200 }, (_, n) => presentTo(shop.as(`p${n}`), notice)));
  expect(shop.asked()).toBe(1);
  const [seven, eight] = [
    { name: 'p7', doing: 'compression', cylinder: '2' },
    { name: 'p8', doing: 'compression' },
  ];
  expect(told[0]?.get('j')).toEqual([seven, eight]);
  expect(told[7]?.get('j')).toEqual([eight]);
});

test('the next notice is asked about anew, and nobody there is told as well', async () => {
  const shop = shopOf([]);
  expect(await presentTo(shop.as('a'), { job: 'j' })).toEqual(new Map([['j', []]]));
  await presentTo(shop.as('a'), { job: 'j' });
  expect(shop.asked()).toBe(2);
  expect(await presentTo(shop.as('a'))).toEqual(new Map());
});
