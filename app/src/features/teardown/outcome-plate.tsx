import type { Bench } from '@rugged/contract/bench';
import { canHave, capital, type CauseName, CAUSE_NAME, CAUSES, type Report } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { add } from '@/data/recording';
import { oddsText } from '@/bench/causes/shown-causes';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { dayAndTime } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Title, Words } from '@/ui/words';

/** What it really was, beside what had been said: so that a shop sees how often the verdict is right. */
export function OutcomePlate({ bench, judgement, cylinder }: { bench: Bench; judgement: Report; cylinder: string }) {
  const tell = useNotice();
  const { engine } = bench;
  const measured = judgement.cylinders.find(({ id }) => id === cylinder);
  const first =
    (measured?.compression ?? measured?.leakage)
      ? judgement.causes
          .filter((cause) => cause.cylinder === cylinder && cause.cause !== 'crank-seal')
          .sort((a, b) => b.probability - a.probability)[0]
      : undefined;
  const latest = bench.outcomes
    .filter((one) => one.cylinder === cylinder)
    .sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt))[0];
  const [found, setFound] = useState<CauseName>();
  const [note, setNote] = useState('');
  // A release that nobody noted on the sheet may be found all the same.
  const possible = CAUSES.filter((cause) =>
    cause === 'compression-release'
      ? engine.compressionRelease !== 'none'
      : cause === 'sound' || (cause !== 'test-fault' && canHave(engine, cause)),
  );
  const keep = () => {
    if (!found) return;
    const record = {
      cylinder,
      found,
      ...(first ? { predicted: first.cause, probability: first.probability } : {}),
      ...(note.trim() ? { note: note.trim() } : {}),
    };
    void add(bench, 'outcomes', record, `What cyl ${cylinder} had`).then(() => {
      setNote('');
      tell({ text: `Kept for cyl ${cylinder}` });
    });
  };
  return (
    <Plate label="What it was" style={styles.plate}>
      <Label>What it was</Label>
      <Words>
        {first
          ? `The figures said: ${CAUSE_NAME[first.cause]}, ${oddsText(first.probability)}.`
          : 'Nothing was measured before it was opened, so nothing was predicted.'}
      </Words>
      {latest ? (
        <View>
          <Title>{`Found: ${capital(CAUSE_NAME[latest.found])}`}</Title>
          <Words colour="dim">
            {`${dayAndTime(latest.madeAt)}${latest.by ? `, ${latest.by}` : ''}${foretold(latest)}.`}
            {latest.note ? ` ${latest.note}` : ''}
          </Words>
        </View>
      ) : null}
      <Choice<CauseName>
        label={latest ? 'Or rather' : 'Found'}
        options={possible.map((cause) => ({ value: cause, word: capital(CAUSE_NAME[cause]) }))}
        chosen={found}
        onChoose={setFound}
      />
      <Field label="In words" value={note} onChange={setNote} multiline />
      <Button kind="main" disabled={!found} onPress={keep}>
        Keep what it was
      </Button>
    </Plate>
  );
}

function foretold({ predicted, found }: Bench['outcomes'][number]): string {
  if (predicted === undefined) return '';
  return predicted === found ? '. The verdict was right' : `. The verdict was ${CAUSE_NAME[predicted]}`;
}

const styles = StyleSheet.create({ plate: { gap: 8 } });
