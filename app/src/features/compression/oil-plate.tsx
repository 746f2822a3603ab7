import type { Bench } from '@rugged/contract';
import { lockingDoseMl, volumesOf } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';
import type { CompressionPad as Pad } from './use-compression-pad';

/** The dose for this chamber, and the one that would lock it, where the oil is in the hand. */
export function OilPlate({ bench, pad }: { bench: Bench; pad: Pad }) {
  const volumes = volumesOf(bench.engine);
  const lock = volumes
    ? `${lockingDoseMl(volumes.chamberCm3).toFixed(1)} ml or more locks the engine.`
    : 'Chamber not known: a few drops, turn it over by hand first.';
  return (
    <Plate hand style={styles.question}>
      <View style={styles.grow}>
        <Strong>
          {pad.dryMissing
            ? 'Read it dry first. On zero skip the wet test.'
            : pad.dose
              ? `Dose ${pad.dose.ml.toFixed(1)} ml, ${pad.dose.drops} drops`
              : 'Dose: a few drops'}
        </Strong>
        <Words colour="dim" style={styles.fact}>
          {lock}
        </Words>
      </View>
      <View style={styles.oil}>
        <Field
          label="Oil, ml"
          hideLabel
          value={pad.oil?.ml ?? ''}
          onChange={pad.setOil}
          figures
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
