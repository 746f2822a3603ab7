import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { BillTold, Sureness, Testing, ToOwner } from '@rugged/core/practice';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { answerOf, type Bill, type Thinking, type Thought } from './thought';
import type { PracticeCase, Worked } from './use-practice';
import { billWords, FINDING_WORDS, lower, placeWords, SURENESS_WORDS, TESTING_WORDS } from './words';

const SETTLED_MS = 120;
const TOLD_OF_A_BILL: readonly BillTold[] = ['likely', 'both', 'none'];

/** What the chosen job is likely to cost, and in the bad case, by what was said so far. */
export function useBill({ ask }: PracticeCase, worked: Worked | undefined, thought: Thought): Bill {
  const { job } = thought;
  const claims = worked && job !== undefined ? JSON.stringify(answerOf(worked, thought).claims) : undefined;
  const [found, setFound] = useState<{ job: string; bill: Bill }>();
  useEffect(() => {
    if (job === undefined || claims === undefined) return undefined;
    let here = true;
    // A slider that moves asks once it rests.
    const later = setTimeout(() => {
      ask({ ask: 'bill', claims: JSON.parse(claims) as ReturnType<typeof answerOf>['claims'], job }).then(
        (bill) => {
          if (here) setFound({ job, bill: bill ?? undefined });
        },
        () => undefined,
      );
    }, SETTLED_MS);
    return () => {
      here = false;
      clearTimeout(later);
    };
  }, [ask, job, claims]);
  // While a slider moves the last one stands; another job's is none of this one.
  return found && found.job === job ? found.bill : undefined;
}

/** What the owner is told of it, or who wants to buy: how sure, what it costs, what nobody tested. */
export function OwnerPlate({ worked, thought, bill, onThink }: Thinking) {
  const { owner = {} } = thought;
  const { engine } = worked.of.job;
  const buyer = worked.of.rule.purpose === 'buying';
  const tell = (more: ToOwner) => onThink({ ...thought, owner: { ...owner, ...more } });
  const left = owner.untested;
  const toggle = (one: Testing) => {
    const next = left?.includes(one) ? left.filter((each) => each !== one) : [...(left ?? []), one];
    // Nothing chosen is nothing said; that nothing was left out is said by its own button.
    const { untested: _, ...others } = owner;
    onThink({ ...thought, owner: next.length > 0 ? { ...others, untested: next } : others });
  };
  const several = engine.cylinders.length > 1;
  return (
    <Plate label="What is told" style={styles.plate}>
      <Strong>{buyer ? 'What you tell the buyer' : 'What you tell the owner'}</Strong>
      <Choice
        label="How sure it is"
        options={(Object.keys(SURENESS_WORDS) as Sureness[]).map((value) => ({ value, word: SURENESS_WORDS[value] }))}
        chosen={owner.sure}
        onChoose={(sure) => tell({ sure })}
      />
      {bill ? (
        <View role="group" aria-label="The bill" style={styles.several}>
          <Label>The bill</Label>
          {TOLD_OF_A_BILL.map((value) => (
            <Button
              key={value}
              kind={owner.bill === value ? 'chosen' : 'plain'}
              pressed={owner.bill === value}
              onPress={() => tell({ bill: value })}
            >
              {billWords(value, bill)}
            </Button>
          ))}
        </View>
      ) : null}
      <View role="group" aria-label="Not tested" style={styles.several}>
        <Label>{several ? 'Not tested, or not on every cylinder' : 'Not tested'}</Label>
        {worked.testings.map((one) => (
          <Button
            key={one}
            kind={left?.includes(one) ? 'chosen' : 'plain'}
            pressed={left?.includes(one) ?? false}
            onPress={() => toggle(one)}
          >
            {TESTING_WORDS[one]}
          </Button>
        ))}
        <Button
          kind={left?.length === 0 ? 'chosen' : 'plain'}
          pressed={left?.length === 0}
          onPress={() => tell({ untested: [] })}
        >
          Nothing was left out
        </Button>
      </View>
      {owner.sure && left ? (
        <View>
          <Label>They hear</Label>
          <Words>{noteOf(thought, bill, several)}</Words>
        </View>
      ) : null}
    </Plate>
  );
}

/** The few sentences that come of it. */
function noteOf({ said, owner = {} }: Thought, bill: Bill, several: boolean): string {
  const found = Object.entries(said).filter(([, { finding }]) => finding !== 'sound');
  const what = found.map(([place, { finding }]) => `${placeWords(place)}: ${lower(FINDING_WORDS[finding])}`).join(', ');
  const left = (owner.untested ?? []).map((one) => lower(TESTING_WORDS[one])).join(', ');
  const sure = owner.sure ? `${lower(SURENESS_WORDS[owner.sure])}.` : '';
  return [
    `“${what === '' ? 'We found nothing wrong' : what}; ${sure}`,
    bill && owner.bill ? `${billWords(owner.bill, bill)}.` : '',
    owner.untested === undefined
      ? ''
      : owner.untested.length === 0
        ? 'Nothing was left out.”'
        : `${several ? 'Not on every cylinder' : 'Not tested'}: ${left}.”`,
  ]
    .filter((line) => line !== '')
    .join(' ');
}

const styles = StyleSheet.create({ plate: { gap: 10 }, several: { gap: 6 } });
