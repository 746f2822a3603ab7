import type { TesterRecord } from '@rugged/contract';
import { TESTER_KIND_WORD, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { dayAlone } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Tiles } from '@/ui/columns';
import { Screen } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';
import { TesterForm } from '@/bench/testers/tester-form';
import { dayOf } from '@/bench/testers/unsuited';

/** Every tester of the shop: what it is, what it fits, how old its comparison is. */
export function TestersScreen() {
  const router = useRouter();
  const { testers } = useSignedIn();
  const [open, setOpen] = useState<string>();
  const inUse = testers.filter(({ retired }) => !retired);
  const retired = testers.filter((one) => one.retired);
  const close = () => setOpen(undefined);
  const one = (record: TesterRecord) => (
    <TesterPlate
      key={`${record.id}${record.version}`}
      record={record}
      open={open === record.id}
      onOpen={() => setOpen(record.id)}
      onClose={close}
    />
  );
  return (
    <Screen
      title="Testers"
      under={`${inUse.length} in use`}
      onBack={() => router.navigate('/shop')}
      action={<KeptBadge />}
      wide
    >
      {open === 'new' ? (
        <Plate label="A new tester">
          <Title>A new tester</Title>
          <TesterForm record={undefined} onDone={close} />
        </Plate>
      ) : (
        <Tiles>
          <Button kind="main" icon="plus" onPress={() => setOpen('new')}>
            A new tester
          </Button>
        </Tiles>
      )}
      {inUse.length === 0 ? (
        <Plate>
          <Words>None yet. Until one is here, a gauge of class 2 % is supposed.</Words>
        </Plate>
      ) : (
        <Tiles>{inUse.map(one)}</Tiles>
      )}
      {retired.length > 0 ? <Label colour="onGroundDim">Out of use</Label> : null}
      <Tiles>{retired.map(one)}</Tiles>
    </Screen>
  );
}

function TesterPlate({
  record,
  open,
  onOpen,
  onClose,
}: {
  record: TesterRecord;
  open: boolean;
  onOpen(): void;
  onClose(): void;
}) {
  const router = useRouter();
  const { id, name, kind, tester, adapters, oRingCheckedOn, comparison, dueOn, usual } = record;
  const [today] = useState(() => dayOf(new Date()));
  const due = dueOn !== undefined && dueOn < today;
  return (
    <Plate label={name} hand={due}>
      <View style={styles.head}>
        <View style={styles.grow}>
          <Title>{name}</Title>
          <Words colour="dim">
            {[
              TESTER_KIND_WORD[kind],
              ...(tester.fullScale === undefined
                ? []
                : [`${tester.fullScale} ${UNIT_SIGN[tester.unit ?? 'psi']} full scale`]),
              ...(usual ? ['the usual one'] : []),
            ].join(', ')}
          </Words>
        </View>
        {open ? null : (
          <Button onPress={onOpen} label={`Change ${name}`}>
            Change
          </Button>
        )}
      </View>
      {open ? (
        <>
          <TesterForm record={record} onDone={onClose} />
          <Button onPress={() => router.push(`/history?record=${id}`)}>Who changed what</Button>
        </>
      ) : (
        <>
          {tester.valveAtEngineEnd === false ? (
            <Strong colour="rust">No valve at the engine end: reads small engines far too low.</Strong>
          ) : null}
          {adapters.length > 0 ? (
            <Words>
              {'Fits ' +
                adapters
                  .map(({ threadMm, pitchMm, reachMm }) => `M${threadMm} x ${pitchMm}, ${reachMm} mm`)
                  .join(' · ')}
            </Words>
          ) : null}
          {tester.orificeMm === undefined ? null : <Words>{`Orifice ${tester.orificeMm} mm`}</Words>}
          {kind === 'crankcase' ? null : (
            <Words colour="dim">
              {oRingCheckedOn ? `O-ring looked at ${dayAlone(oRingCheckedOn)}` : 'O-ring: nobody has noted a look'}
            </Words>
          )}
          <Words colour={due ? 'rust' : 'dim'}>
            {comparison
              ? `Compared with ${comparison.master} on ${dayAlone(comparison.on)}`
              : 'Never compared with a better gauge'}
            {dueOn ? `, due ${dayAlone(dueOn)}` : ''}
          </Words>
        </>
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', gap: 10, alignItems: 'flex-start' },
  grow: { flex: 1 },
});
