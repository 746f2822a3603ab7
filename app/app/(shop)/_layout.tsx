import { Slot } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { outbox } from '@/data/client';
import { useLiveChanges } from '@/data/live-changes';
import { tellLeftPad } from '@/data/presence';
import { useSession } from '@/data/session';
import { Broken } from '@/features/broken';
import { AmendSheet } from '@/features/frame/amend-sheet';
import { FullSheet } from '@/features/frame/full-sheet';
import { Frame } from '@/features/frame/frame';
import { GoTo } from '@/features/go-to/go-to';
import { fetchPlacesWhenIdle } from '@/features/place';
import { SignInScreen } from '@/features/sign-in/sign-in-screen';
import { Empty, Waiting } from '@/ui/screen';
import { useColours } from '@/ui/theme';

/** A place of which a piece is missing says so in its place; the tabs stay. */
export const unstable_settings = { screenErrorBoundary: Broken };

/** Everything behind the sign-in. A deep link waits here and goes on after it. */
export default function ShopLayout() {
  const c = useColours();
  const { data: session, isError, refetch } = useSession(true);
  const personId = session?.person.id;
  useLiveChanges(session?.shop.id);
  useEffect(() => {
    outbox.signIn(personId);
    if (personId === undefined) return;
    tellLeftPad();
    return fetchPlacesWhenIdle();
  }, [personId]);
  if (session)
    return (
      <Frame>
        <Slot />
        <GoTo />
        <AmendSheet />
        <FullSheet />
      </Frame>
    );
  if (session === null) return <SignInScreen />;
  return (
    <View style={{ flex: 1, backgroundColor: c.ground, padding: 12, justifyContent: 'center' }}>
      {isError ? (
        <Empty
          icon="cloud-off-outline"
          title="No signal"
          words="The first visit needs the server. After that the bench works without."
          button="Try again"
          onPress={() => void refetch()}
        />
      ) : (
        <Waiting what="Opening the shop" />
      )}
    </View>
  );
}
