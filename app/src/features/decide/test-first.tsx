import type { Bench } from '@rugged/contract';
import type { Decided } from '@rugged/core/decide';
import { money } from '@rugged/pages';
import { useRouter } from 'expo-router';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { StyleSheet } from 'react-native';

/** What one more test would be worth before deciding. It may say: not worth its minutes. */
export function TestFirst({ bench, decided, currency }: { bench: Bench; decided: Decided; currency?: string }) {
  const router = useRouter();
  const [test] = decided.tests;
  if (!test) return null;
  const { cylinder, minutes, worth, cost } = test;
  const single = bench.engine.cylinders.length === 1;
  const what = `${test.test === 'wet' ? 'oil' : 'leak-down'}${single ? '' : ` on cyl ${cylinder}`}`;
  const gains = worth > cost;
  const asked = `cylinder=${encodeURIComponent(cylinder)}${test.test === 'wet' ? '&wet=yes' : ''}`;
  const changes = [...new Set(test.outcomes.map(({ then }) => then))];
  return (
    <Plate label="A test before deciding" hand={gains} style={styles.plate}>
      <Label>A test before deciding</Label>
      <Words>
        <Strong>
          {gains ? `Spend ${minutes} minutes on ${what} first. ` : `Not worth it: ${minutes} minutes on ${what}. `}
        </Strong>
        {worth < 1
          ? 'Whatever it said, the answer would be the same.'
          : `Knowing what it says is worth ${money(worth, currency)}, its time costs ${money(cost, currency)}.`}
        {gains && changes.length > 1 ? ` It may turn the answer to: ${changes.join('; ')}.` : ''}
      </Words>
      {gains ? (
        <Button
          onPress={() =>
            router.push(`/jobs/${bench.job.id}/${test.test === 'wet' ? 'compression' : 'leakdown'}?${asked}`)
          }
        >
          {`Start ${what}`}
        </Button>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 8 } });
