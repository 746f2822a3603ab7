import { NotKept } from './outbox/not-kept';
import { Amending } from './amending';

const asked = { jobId: 'j', what: 'Cyl 1 120 psi' };

test('asked once, it holds for what else is added to that job, and for no other', async () => {
  let now = 0;
  const amending = new Amending(undefined, () => now);
  const both = Promise.all([amending.reasonFor(asked), amending.reasonFor({ ...asked, what: 'Note' })]);
  expect(amending.get()).toMatchObject({ jobId: 'j' });
  amending.give('j', 'forgotten');
  expect(await both).toEqual(['forgotten', 'forgotten']);
  expect(amending.get()).toBeUndefined();
  now = 29 * 60_000;
  expect(await amending.reasonFor(asked)).toBe('forgotten');
  now = 58 * 60_000;
  expect(amending.reasonOf('j')).toBe('forgotten');
  expect(amending.reasonOf('other')).toBeUndefined();
  now = 60 * 60_000;
  expect(amending.reasonOf('j')).toBeUndefined();
});

test('put away, what was to be added does not go on and hears so; asked again it is asked again', async () => {
  const amending = new Amending();
  const went: string[] = [];
  const first = amending.reasonFor(asked);
  amending.putAway();
  await expect(first).rejects.toThrow(NotKept);
  void amending.reasonFor(asked).then((reason) => went.push(`second ${reason}`));
  amending.give('j', 'why');
  await Promise.resolve();
  expect(went).toEqual(['second why']);
});
