import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import type { Guided } from './guide';

/** The one thing next, and why. */
export function GuidePlate({ guided, onCylinder }: { guided: Guided; onCylinder(id: string): void }) {
  const { at, of, words, why, to } = guided;
  return (
    <Plate hand label="How it goes" style={styles.plate}>
      <Label>{`Step ${at} of ${of}`}</Label>
      <View role="status">
        <Strong>{words}</Strong>
      </View>
      <Words colour="dim">{why}</Words>
      {to === undefined || to === 'answer' ? null : (
        <Button kind="main" tall={false} onPress={() => onCylinder(to.cylinder)}>
          {`To cyl ${to.cylinder}`}
        </Button>
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 6 } });
