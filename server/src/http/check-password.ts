import { NOBODY, verifyPassword } from '../accounts/password';
import type { guessesOf } from '../store/guesses';
import { placesOf } from '../store/people';
import type { Store } from '../store/store';
import { Refusal } from './problem';

const wrong = () => new Refusal(401, 'wrong-password', 'That address and password do not go together');
export const tooMany = () => new Refusal(429, 'too-many-tries', 'Too many wrong tries. Wait a quarter of an hour');

/**
 * Whose password it is, and where they were last; a wrong one is counted.
 * @param address in small letters
 * @throws Refusal in the same words whether the address, the password or every shop of theirs is not there any more
 */
export async function checkPassword(
  store: Store,
  guesses: Awaited<ReturnType<typeof guessesOf>>,
  address: string,
  password: string,
) {
  const [account] = await store.known<{ id: string; passwordHash: string }>('account_of', address);
  const right = await verifyPassword(password, account?.passwordHash ?? NOBODY);
  const [place] = account && right ? await placesOf(store, account.id) : [];
  if (account && place) return { accountId: account.id, personId: place.personId, shopId: place.shopId };
  await guesses.noteWrong();
  // From an address that guesses at many accounts only the right password still opens one.
  throw guesses.fromAddressIsOver ? tooMany() : wrong();
}
