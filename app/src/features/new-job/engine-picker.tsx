import type { EngineListItem } from '@rugged/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { Button } from '@/ui/button';
import { MiniPlan } from '@/ui/engine-plan';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { Label, Strong, Words } from '@/ui/words';
import type { EngineSource } from './form';

interface Props {
  known: readonly EngineListItem[];
  loading: boolean;
  source: EngineSource | undefined;
  onChoose(source: EngineSource | undefined): void;
}

const SHOWN = 6;

/** Which engine: one that was here, another of its kind, or one new to the shop. */
export function EnginePicker({ known, loading, source, onChoose }: Props) {
  const [search, setSearch] = useState('');
  if (source) return <Chosen source={source} onChange={() => onChoose(undefined)} />;
  const wanted = search.trim().toLowerCase();
  const matches = known.filter(({ engine, machine, owner }) =>
    [engine.name, machine.name, owner.name].some((text) => text.toLowerCase().includes(wanted)),
  );
  return (
    <Plate label="Which engine" style={styles.plate}>
      <Field
        label="Which engine"
        hint="Owner, machine or engine that was here before."
        value={search}
        onChange={setSearch}
      />
      {matches.slice(0, SHOWN).map((item) => (
        <Row key={item.engine.id} item={item} onChoose={onChoose} />
      ))}
      {matches.length > SHOWN ? (
        <Words colour="dim">{`and ${matches.length - SHOWN} more: type to narrow it down`}</Words>
      ) : null}
      {matches.length === 0 && !loading ? (
        <Words colour="dim">
          {wanted === '' ? 'No engine was here yet.' : `Nobody and nothing called "${search.trim()}" was here.`}
        </Words>
      ) : null}
      <Button icon="plus" onPress={() => onChoose({ from: 'new' })}>
        A new machine
      </Button>
    </Plate>
  );
}

function Row({ item, onChoose }: { item: EngineListItem; onChoose(source: EngineSource): void }) {
  const c = useColours();
  const { engine, owner, jobs } = item;
  return (
    <View style={[styles.row, { borderTopColor: c.line }]}>
      <TouchableRipple role="button" onPress={() => onChoose({ from: 'known', item })} style={styles.pick}>
        <View style={styles.inside}>
          <View style={styles.plan} aria-hidden>
            <MiniPlan engine={engine} />
          </View>
          <View style={styles.names}>
            <Strong lines={1}>{engine.name}</Strong>
            <Words
              colour="dim"
              lines={1}
              style={styles.small}
            >{`${owner.name} · ${jobs} ${jobs === 1 ? 'job' : 'jobs'}`}</Words>
          </View>
        </View>
      </TouchableRipple>
      <Button onPress={() => onChoose({ from: 'like', item })} label={`Same kind as ${engine.name}`}>
        Same kind
      </Button>
    </View>
  );
}

function Chosen({ source, onChange }: { source: EngineSource; onChange(): void }) {
  const words =
    source.from === 'new'
      ? 'A new machine'
      : source.from === 'like'
        ? `New, like ${source.item.engine.name}`
        : source.item.engine.name;
  const under =
    source.from === 'known' ? `${source.item.owner.name} · ${source.item.machine.name}` : 'Owner and machine below';
  return (
    <Plate label="Which engine" style={styles.chosen}>
      {source.from === 'new' ? null : (
        <View style={styles.plan}>
          <MiniPlan engine={source.item.engine} />
        </View>
      )}
      <View style={styles.names}>
        <Label>Engine</Label>
        <Strong lines={2} style={styles.name}>
          {words}
        </Strong>
        <Words colour="dim" lines={1} style={styles.small}>
          {under}
        </Words>
      </View>
      <Button onPress={onChange}>Change</Button>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, borderTopWidth: 1, paddingTop: 6 },
  pick: { flex: 1, minHeight: 56, justifyContent: 'center' },
  inside: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  plan: { width: 84, alignItems: 'center', transform: [{ scale: 0.75 }] },
  names: { flex: 1, minWidth: 0 },
  name: { fontSize: 18 },
  small: { fontSize: 15 },
  chosen: { flexDirection: 'row', alignItems: 'center', gap: 10 },
});
