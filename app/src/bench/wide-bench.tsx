import type { Bench } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { type ReactNode, useMemo } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useHistory } from '@/data/engines';
import type { Verdict } from '@/data/judged';
import { useSignedIn } from '@/data/session';
import { MayBe } from '@/bench/causes/may-be';
import { HistoryChart } from '@/bench/history-chart';
import { visitOf } from '@/bench/visit';
import { KeptBadge } from '@/bench/kept-badge';
import { CylinderTable } from '@/bench/cylinder-table';
import { OtherTables } from '@/bench/other-tables';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label } from '@/ui/words';
import { benchLine } from './bench-line';
import { Cautions, Evidence } from './evidence';
import { PlanPlate } from './plan-plate';

interface Props {
  bench: Bench;
  verdict: Verdict;
  children: ReactNode;
  onCylinder(cylinder: string): void;
  selected?: string;
  title?: string;
  middleAction?: ReactNode;
}

/** Three panes: the engine with its figures, what the hand does, what speaks for the verdict. */
export function WideBench({ bench, verdict, children, onCylinder, selected, title, middleAction }: Props) {
  const router = useRouter();
  return (
    <Screen
      title={title ?? bench.engine.name}
      under={benchLine(bench)}
      onBack={() => router.navigate(title ? `/jobs/${bench.job.id}` : '/')}
      fixed
      wide
      action={
        <View style={styles.action}>
          <KeptBadge />
          {middleAction}
          <Label colour="onGroundDim">J jobs ? keys</Label>
        </View>
      }
    >
      <View style={styles.panes}>
        <ScrollView style={styles.left} contentContainerStyle={styles.pane}>
          <PlanPlate
            bench={bench}
            verdict={verdict}
            onCylinder={onCylinder}
            {...(selected === undefined ? {} : { selected })}
          />
          {verdict.ok ? (
            <Plate label="Figures">
              <CylinderTable bench={bench} judgement={verdict.judgement} />
            </Plate>
          ) : null}
          <OverTime bench={bench} />
        </ScrollView>
        <ScrollView style={styles.middle} contentContainerStyle={styles.pane}>
          {children}
        </ScrollView>
        <ScrollView style={styles.right} contentContainerStyle={styles.pane}>
          {verdict.ok ? <MayBe bench={bench} judgement={verdict.judgement} /> : null}
          {verdict.ok ? <Cautions judgement={verdict.judgement} /> : null}
          {verdict.ok ? <Evidence bench={bench} judgement={verdict.judgement} /> : null}
          {verdict.ok ? <OtherTables judgement={verdict.judgement} /> : null}
        </ScrollView>
      </View>
    </Screen>
  );
}

/** Every visit of this engine, the one on the bench as it stands now. */
function OverTime({ bench }: { bench: Bench }) {
  const { data } = useHistory(bench.engine.id);
  const {
    shop: { unit },
  } = useSignedIn();
  const visits = useMemo(
    () => [bench, ...(data?.items ?? []).filter(({ job }) => job.id !== bench.job.id)].map((one) => visitOf(one, unit)),
    [bench, data, unit],
  );
  return (
    <Plate label="Dry readings over time" style={styles.fill}>
      <Label>Dry readings over time</Label>
      <HistoryChart visits={visits} />
    </Plate>
  );
}

const styles = StyleSheet.create({
  panes: { flex: 1, flexDirection: 'row', gap: 12 },
  pane: { gap: 10, flexGrow: 1 },
  left: { flexBasis: 390, flexGrow: 0, flexShrink: 0 },
  middle: { flex: 1 },
  right: { flexBasis: 330, flexGrow: 0, flexShrink: 0 },
  fill: { flexGrow: 1 },
  action: { flexDirection: 'row', alignItems: 'center', gap: 14 },
});
