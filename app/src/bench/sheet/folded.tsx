import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label } from '@/ui/words';

interface Props {
  label: string;
  /** What it comes to, a chip each: known ones filled, the others asked. */
  chips: readonly { word: string; known: boolean }[];
  /** Something inside does not fit: it is not hidden. */
  wrong: boolean;
  children: ReactNode;
}

/** A plate that shows what it comes to; a tap on any of it opens all of it. */
export function Folded({ label, chips, wrong, children }: Props) {
  const [open, setOpen] = useState(false);
  const shown = open || wrong;
  return (
    <Plate label={label} style={styles.plate}>
      <View style={styles.head}>
        <Label>{label}</Label>
        {shown ? (
          <Button onPress={() => setOpen(false)} label={`Fold ${label.toLowerCase()}`} icon="chevron-up">
            Fold
          </Button>
        ) : null}
      </View>
      {shown ? (
        children
      ) : (
        <View style={styles.chips}>
          {chips.map(({ word, known }) => (
            <Button
              key={word}
              kind={known ? 'chosen' : 'plain'}
              label={`${label}: ${word}`}
              onPress={() => setOpen(true)}
            >
              {word}
            </Button>
          ))}
        </View>
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  head: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  chips: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
