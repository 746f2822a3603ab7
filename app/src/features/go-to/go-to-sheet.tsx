import type { Bench } from '@rugged/contract';
import { useQueryClient } from '@tanstack/react-query';
import { usePathname, useRouter } from 'expo-router';
import { Fragment, useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { keys } from '@/data/client';
import { useFind } from '@/data/find';
import { Field } from '@/ui/field';
import { Sheet } from '@/ui/sheet';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Label, Strong, Words } from '@/ui/words';
import { type Target, targetsFor } from './targets';

/** A few letters, arrows, Enter: there. Without signal what this device knows is searched. */
export default function GoToSheet({ onClose }: { onClose(): void }) {
  const [words, setWords] = useState('');
  const [at, setAt] = useState(0);
  const targets = targetsFor(words, useHere(), useFind(words));
  const chosen = Math.min(at, targets.length - 1);
  const router = useRouter();
  const go = ({ href }: Target) => {
    onClose();
    router.push(href);
  };
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      const target = targets[chosen];
      if (step !== undefined && targets.length > 0) setAt((chosen + step + targets.length) % targets.length);
      else if (event.key === 'Enter' && target && event.target instanceof HTMLInputElement) go(target);
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  });
  return (
    <Sheet title="Go to" visible onClose={onClose}>
      <Field
        label="Job, engine or place"
        value={words}
        onChange={(text) => {
          setWords(text);
          setAt(0);
        }}
        autoFocus
      />
      <View style={styles.list}>
        {targets.map((target, i) => (
          <Fragment key={`${target.group} ${target.href}`}>
            {target.group === targets[i - 1]?.group ? null : <Label>{target.group}</Label>}
            <Row target={target} chosen={i === chosen} onPress={() => go(target)} />
          </Fragment>
        ))}
        {targets.length === 0 ? <Words colour="dim">{`Nothing here is called "${words.trim()}".`}</Words> : null}
      </View>
    </Sheet>
  );
}

/** The bench one is at, if any. */
function useHere(): Bench | undefined {
  const id = /^\/jobs\/([^/]+)/.exec(usePathname())?.[1];
  const client = useQueryClient();
  return id === undefined ? undefined : client.getQueryData<Bench>(keys.bench(id));
}

function Row({ target: { title, word }, chosen, onPress }: { target: Target; chosen: boolean; onPress(): void }) {
  const c = useColours();
  return (
    <TouchableRipple
      role="button"
      onPress={onPress}
      aria-current={chosen}
      style={[styles.row, { borderColor: chosen ? c.amber : 'transparent' }]}
    >
      <View style={styles.words}>
        <Strong lines={1}>{title}</Strong>
        {word ? (
          <Words colour="dim" lines={1} style={styles.word}>
            {word}
          </Words>
        ) : null}
      </View>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  list: { gap: 2 },
  row: {
    borderWidth: LINE,
    borderRadius: RADIUS,
    minHeight: TOUCH.least,
    justifyContent: 'center',
    paddingHorizontal: 8,
  },
  words: { flexDirection: 'row', alignItems: 'baseline', gap: 10 },
  word: { flexShrink: 1, fontSize: 15 },
});
