import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { amending } from '@/data/client';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Words } from '@/ui/words';

const LEAST = 3;

/** Why something is added to a job that was closed. */
export function AmendForm({
  jobId,
  button = 'Go on',
  focus = false,
}: {
  jobId: string;
  button?: string;
  focus?: boolean;
}) {
  const [reason, setReason] = useState('');
  const [missing, setMissing] = useState(false);
  const give = () => {
    const said = reason.trim();
    if (said.length < LEAST) return setMissing(true);
    amending.give(jobId, said.slice(0, 400));
  };
  return (
    <View style={styles.form}>
      <Words>
        What is added now stands beside what was there, with your name and the reason. Nothing is written over.
      </Words>
      <Field
        label="Why is it added?"
        value={reason}
        onChange={(text) => {
          setReason(text);
          setMissing(false);
        }}
        error={missing ? 'Say it in a few words' : undefined}
        autoFocus={focus}
        onSubmit={give}
      />
      <Button kind="main" onPress={give}>
        {button}
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({ form: { gap: 10 } });
