import { doseInWords } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';
import type { CompressionPad as Pad } from './use-compression-pad';

/** The dose for this chamber as far as it is known, and the one that would lock it, where the oil is in the hand. */
export function OilPlate({ pad }: { pad: Pad }) {
  const { dose } = pad;
  const lock = `${dose.lockMl.toFixed(1)} ml or more ${dose.known ? 'locks' : 'may lock'} the engine.`;
  return (
    <Plate hand style={styles.question}>
      <View style={styles.grow}>
        <Strong>
          {pad.dryMissing ? 'Read it dry first. On zero skip the wet test.' : `Dose ${doseInWords(dose)}`}
        </Strong>
        <Words colour="dim" style={styles.fact}>
          {dose.fromMl === undefined ? `Chamber not known. ${lock}` : lock}
        </Words>
      </View>
      <View style={styles.oil}>
        <Field
          label="Oil, ml"
          hideLabel
          value={pad.oil?.ml ?? ''}
          onChange={pad.setOil}
          figures
          signs="decimal"
          keyboard="decimal-pad"
        />
      </View>
      <Words colour="dim">ml</Words>
    </Plate>
  );
}

const styles = StyleSheet.create({
  grow: { flexGrow: 1, flexShrink: 1 },
  question: { flexDirection: 'row', alignItems: 'center', paddingVertical: 4, gap: 8 },
  oil: { width: 84 },
  fact: { fontSize: 15, flexShrink: 1 },
});
