import { type Bench, latestOf } from '@rugged/contract/bench';
import type { AnswerWord } from '@rugged/contract';
import { exactMoney } from '@rugged/pages';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ANSWER_WORD } from '@/bench/stage';
import { add } from '@/data/recording';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { dayAndTime } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';

/** What the owner said: through the link, or noted here after a call. */
export function AnswerPlate({ bench }: { bench: Bench }) {
  const tell = useNotice();
  const [note, setNote] = useState('');
  const page = latestOf(bench.pages);
  // Of a decision that is done by now the answer still stands.
  const decision = latestOf(bench.decisions);
  const answers = [...bench.answers].sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt));
  if (!page && answers.length === 0) return null;
  const { asks } = page?.page ?? {};
  const said = (answer: AnswerWord) =>
    void add(
      bench,
      'answers',
      {
        answer,
        through: 'shop',
        ...(page ? { pageId: page.id } : {}),
        ...(answer === 'agreed' && asks ? { option: asks.option } : {}),
        ...(answer === 'agreed' && asks?.stopAt !== undefined ? { stopAt: asks.stopAt } : {}),
        ...(note.trim() ? { note: note.trim() } : {}),
      },
      `Owner: ${ANSWER_WORD[answer]}`,
    ).then(() => {
      setNote('');
      tell({ text: `Noted: ${ANSWER_WORD[answer]}` });
    });
  return (
    <Plate label="The owner’s answer" style={styles.gap}>
      <Label>The owner’s answer</Label>
      {answers.map(({ id, answer, option, stopAt, note: words, through, madeAt, by }) => (
        <Words key={id}>
          <Strong>{`${ANSWER_WORD[answer]}${option === undefined ? '' : `: ${option.toLowerCase()}`}. `}</Strong>
          {stopAt === undefined ? '' : `Up to ${exactMoney(stopAt, decision?.input.currency)} without a call. `}
          {words === undefined ? '' : `“${words}” `}
          {`${dayAndTime(madeAt)}, ${through === 'link' ? 'through the link' : `noted by ${by ?? 'you'}`}.`}
        </Words>
      ))}
      <Field label="What the owner said, in words" value={note} onChange={setNote} />
      <View style={styles.row}>
        {(['agreed', 'call', 'declined'] as const).map((answer) => (
          <Button key={answer} onPress={() => said(answer)} style={styles.grow}>
            {ANSWER_WORD[answer]}
          </Button>
        ))}
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flexGrow: 1 },
});
