import type { Invitation } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ROLE_WORD } from '@/bench/role-words';
import { usePeople, usePractised, useWithdrawInvitation } from '@/data/people';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { day } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Label, Strong, Words } from '@/ui/words';
import { InvitePlate } from './invite-plate';
import { type GivenLink, LinkPlate } from './link-plate';
import { SigningPlate } from './signing-plate';
import { MemberPlate } from './member-plate';

/** Who is in the shop, what each may do, and the links that let somebody in. */
export function PeopleScreen() {
  const router = useRouter();
  const { shop, person } = useSignedIn();
  const { data: people, isLoading, refetch } = usePeople();
  const { data: practised } = usePractised();
  const [given, setGiven] = useState<GivenLink>();
  const here = people?.items.filter(({ leftAt }) => leftAt === undefined) ?? [];
  const gone = people?.items.filter(({ leftAt }) => leftAt !== undefined) ?? [];
  const one = (member: (typeof here)[number]) => (
    <MemberPlate
      key={member.id}
      member={member}
      practised={practised?.items.find(({ personId }) => personId === member.id)}
      self={member.id === person.id}
      onLink={setGiven}
    />
  );
  return (
    <Screen
      title="People"
      under={people ? `${here.length} in ${shop.name}` : shop.name}
      onBack={() => (router.canGoBack() ? router.back() : router.replace('/shop'))}
      wide
    >
      {isLoading ? <Waiting what="Fetching the people" /> : null}
      {!isLoading && !people ? (
        <Empty
          icon="cloud-off-outline"
          title="No signal"
          words="Who is in the shop is kept at the server."
          button="Try again"
          onPress={() => void refetch()}
        />
      ) : null}
      {people ? (
        <>
          {given ? <LinkPlate link={given} onDone={() => setGiven(undefined)} /> : null}
          <Columns>
            <>{here.map(one)}</>
            <>
              <InvitePlate onLink={setGiven} />
              <SigningPlate />
              <Invitations invitations={people.invitations} />
              {gone.length > 0 ? <Label colour="onGround">Left the shop</Label> : null}
              {gone.map(one)}
            </>
          </Columns>
        </>
      ) : null}
    </Screen>
  );
}

/** Links that were given and not used yet. */
function Invitations({ invitations }: { invitations: readonly Invitation[] }) {
  const withdraw = useWithdrawInvitation();
  const tell = useNotice();
  if (invitations.length === 0) return null;
  return (
    <Plate label="Links that are out" style={styles.plate}>
      <Label>Links that are out</Label>
      {invitations.map(({ id, name, role, endsAt }) => (
        <View key={id} style={styles.one}>
          <Words style={styles.grow}>
            <Strong>{`${name}. `}</Strong>
            {`${role ? ROLE_WORD[role] : 'A new password'}, until ${day(endsAt)}.`}
          </Words>
          <Button
            label={`Take back the link of ${name}`}
            onPress={() =>
              withdraw.mutate(id, {
                onSuccess: () => tell({ text: 'Taken back: it opens nothing any more' }),
                onError: (error) => tell({ text: `${error.message}. It is still good.` }),
              })
            }
          >
            Take back
          </Button>
        </View>
      ))}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  one: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  grow: { flexGrow: 1, flexShrink: 1 },
});
