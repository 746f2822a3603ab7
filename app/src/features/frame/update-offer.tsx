import { useSyncExternalStore } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { useColours } from '@/ui/theme';
import { Words } from '@/ui/words';

declare global {
  interface Window {
    /** Set while a newer version waits: takes it. */
    ruggedUpdate?: () => void;
  }
}

const follow = (listener: () => void) => {
  addEventListener('rugged-update', listener);
  return () => removeEventListener('rugged-update', listener);
};

/** A newer version is here: offered, never forced. What was typed stands in the browser and is there after it. */
export function UpdateOffer() {
  const c = useColours();
  const update = useSyncExternalStore(follow, () => window.ruggedUpdate);
  if (!update) return null;
  return (
    <View role="status" style={[styles.offer, { backgroundColor: c.groundDeep }]} dataSet={{ print: 'hide' }}>
      <Words colour="onGround" style={styles.words}>
        A newer version is here.
      </Words>
      <Button kind="ground" onPress={update}>
        Use it now
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  offer: { flexDirection: 'row', alignItems: 'center', gap: 10, paddingHorizontal: 12, paddingVertical: 4 },
  words: { flexGrow: 1, flexShrink: 1 },
});
