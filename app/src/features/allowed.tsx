import type { Right } from '@rugged/contract/people';
import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useMay } from '@/data/session';
import { Empty } from '@/ui/screen';

const WHOSE: Readonly<Record<Right, string>> = {
  read: 'This is for the people of the shop.',
  intake: 'You look on here. Owners, mechanics, apprentices and the office take engines in.',
  work: 'You look on here. Mechanics, apprentices and the owner do the work.',
  judge: 'A mechanic or the owner of the shop does this. What you read stands on the findings.',
  tell: 'The office, a mechanic or the owner of the shop does this.',
  run: 'The owner of the shop does this.',
};

/** A place that is not for everybody says whose it is, and leads back. */
export function Allowed({ needs, children }: { needs: Right; children: ReactNode }) {
  const router = useRouter();
  if (useMay(needs)) return children;
  return (
    <View style={{ flex: 1, padding: 12, justifyContent: 'center' }} role="main">
      <Empty
        icon="account-outline"
        title="Not yours to do"
        alone
        words={WHOSE[needs]}
        button="Back"
        onPress={() => (router.canGoBack() ? router.back() : router.replace('/'))}
      />
    </View>
  );
}
