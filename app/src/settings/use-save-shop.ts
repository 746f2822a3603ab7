import type { ShopChange } from '@rugged/contract';
import { Refused } from '@/data/api';
import { useChangeShop } from '@/data/session';
import { useNotice } from '@/ui/notice';

/**
 * Saves a setting of the shop and says how it went; what the server refuses comes back by field.
 *
 * The words say that it is kept; without them it is seen where it was chosen.
 */
export function useSaveShop() {
  const change = useChangeShop();
  const tell = useNotice();
  return (next: Omit<ShopChange, 'version'>, what?: string) =>
    new Promise<Readonly<Record<string, string>>>((resolve) => {
      change.mutate(next, {
        onSuccess: () => {
          if (what !== undefined) tell({ text: what });
          resolve({});
        },
        onError: (error) => {
          tell({
            text:
              error instanceof Refused
                ? `${error.message}.`
                : 'There is no signal. Shop settings are changed at the server.',
          });
          resolve(
            error instanceof Refused
              ? Object.fromEntries(error.fields.map(({ field, reason }) => [field.split('.').pop() ?? field, reason]))
              : {},
          );
        },
      });
    });
}
