import type { Bench } from '@rugged/contract';
import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { Verdict } from '@/data/jobs';
import { KeptBadge } from '@/features/outbox/kept-badge';
import { CylinderTable } from '@/features/findings/cylinder-table';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label } from '@/ui/words';
import { benchLine } from './bench-line';
import { Cautions, Evidence } from './evidence';
import { PlanPlate } from './plan-plate';

interface Props { bench: Bench; verdict: Verdict; children: ReactNode; onCylinder(cylinder: string): void; selected?: string; title?: string; middleAction?: ReactNode }

/** Three panes: the engine with its figures, what the hand does, what speaks for the verdict. */
export function WideBench({ bench, verdict, children, onCylinder, selected, title, middleAction }: Props) {
  const router = useRouter();
  return (
    <Screen title={title ?? bench.engine.name} under={benchLine(bench)} onBack={() => router.navigate(title ? `/jobs/${bench.job.id}` : '/')} fixed wide action={<View style={styles.action}><KeptBadge />{middleAction}<Label colour="onGroundDim">J jobs   ? keys</Label></View>}>
      <View style={styles.panes}>
        <ScrollView style={styles.left} contentContainerStyle={styles.pane}>
          <PlanPlate bench={bench} verdict={verdict} onCylinder={onCylinder} {...(selected === undefined ? {} : { selected })} />
          {verdict.ok ? <Plate label="Figures" style={styles.fill}><CylinderTable bench={bench} judgement={verdict.judgement} /></Plate> : null}
        </ScrollView>
        <ScrollView style={styles.middle} contentContainerStyle={styles.pane}>{children}</ScrollView>
        <ScrollView style={styles.right} contentContainerStyle={styles.pane}>
          {verdict.ok ? <Cautions judgement={verdict.judgement} /> : null}
          {verdict.ok ? <Evidence bench={bench} judgement={verdict.judgement} /> : null}
        </ScrollView>
      </View>
    </Screen>
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
