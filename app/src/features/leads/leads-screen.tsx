import type { EngineRecord } from '@rugged/contract';
import type { Bench } from '@rugged/contract/bench';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Path, Text as SvgText } from 'react-native-svg';
import { changeEngine } from '@/data/engines';
import { BenchGate } from '@/bench/bench-gate';
import { KeptBadge } from '@/bench/kept-badge';
import { useProcedure } from '@/bench/use-procedure';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { SvgFigure } from '@/ui/svg-figure';
import { useColours } from '@/ui/theme';
import { FACE, RADIUS } from '@/ui/tokens';
import { Figure, Label, Title, Words } from '@/ui/words';

export const LeadsScreen = () => <BenchGate records="compression">{(bench) => <LeadsOf bench={bench} />}</BenchGate>;

const WAYS = [
  { value: 'clockwise', word: 'Clockwise' },
  { value: 'anticlockwise', word: 'Anticlockwise' },
] as const;

/**
 * Which lead goes where: numbers, firing order, the way the distributor turns, labels to print, and the check at the
 * end.
 */
function LeadsOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { engine, job } = bench;
  const order = engine.firingOrder;
  const steps = useProcedure(bench, 'lead-map');
  const setWay = (distributor: 'clockwise' | 'anticlockwise') =>
    void changeEngine(engine, { distributor }, 'Distributor');
  const back = steps.procedure.steps.find(({ id }) => id === 'back');
  const trace = steps.procedure.steps.find(({ id }) => id === 'trace' || id === 'coils');
  return (
    <Screen title="Leads" under={engine.name} onBack={() => router.navigate(`/jobs/${job.id}`)} action={<KeptBadge />}>
      <View dataSet={{ print: 'hide' }}>
        <Plate label="Firing order" style={styles.plate}>
          <Label>Firing order</Label>
          {order ? (
            <Figure style={styles.order}>{order.join('-')}</Figure>
          ) : (
            <>
              <Words colour="dim">
                Nobody has given it. Note it, or photograph the leads, before the first one comes off.
              </Words>
              <View style={styles.check}>
                <Button icon="pencil-outline" onPress={() => router.push(`/engines/${engine.id}/sheet`)}>
                  Tap it in
                </Button>
                <Button icon="camera-outline" onPress={() => router.push(`/jobs/${job.id}/notes`)}>
                  Photograph them
                </Button>
              </View>
            </>
          )}
          <Choice label="Distributor turns" options={WAYS} chosen={engine.distributor} onChoose={setWay} />
          {order ? <Cap order={order} way={engine.distributor} /> : null}
          <Words colour="dim">
            {engine.distributor && order
              ? 'Seen from above, the lead of the first cylinder at the top. Where yours stands may be turned; the ' +
                'order round it is not.'
              : engine.distributor
                ? 'The cap is drawn once the order is known.'
                : 'No distributor: every lead to the coil of its own number.'}
          </Words>
        </Plate>
      </View>
      <Plate label="Labels" style={styles.plate}>
        <View dataSet={{ print: 'hide' }}>
          <Label>Labels to print</Label>
        </View>
        <View style={styles.labels}>
          {(order ?? engine.cylinders).flatMap((id) =>
            [`${id}a`, `${id}b`].map((key) => (
              <Tag
                key={key}
                cylinder={id}
                job={job.number}
                end={key.endsWith('a') ? 'plug' : engine.distributor ? 'cap' : 'coil'}
              />
            )),
          )}
        </View>
        <View dataSet={{ print: 'hide' }}>
          <Button icon="printer-outline" onPress={() => window.print()}>
            Print the labels
          </Button>
        </View>
      </Plate>
      <View dataSet={{ print: 'hide' }}>
        <Plate label="Back on" style={styles.plate}>
          <Title>Back on, and checked</Title>
          {[back, trace].map(
            (step) =>
              step && (
                <View key={step.id} style={styles.check}>
                  <Words style={styles.grow}>{step.what}</Words>
                  <Button
                    kind={steps.marks.get(step.id)?.mark === 'done' ? 'chosen' : 'plain'}
                    pressed={steps.marks.get(step.id)?.mark === 'done'}
                    label={`${step.what} Done`}
                    onPress={() => void steps.tick(step, steps.marks.get(step.id)?.mark === 'done' ? 'open' : 'done')}
                  >
                    Done
                  </Button>
                </View>
              ),
          )}
        </Plate>
      </View>
    </Screen>
  );
}

/** The cap from above, its towers in firing order the way the finger turns. */
function Cap({ order, way }: { order: readonly string[]; way: EngineRecord['distributor'] }) {
  const c = useColours();
  if (!way) return null;
  const turn = way === 'clockwise' ? 1 : -1;
  const at = (i: number, r: number) => {
    const a = (turn * i * 2 * Math.PI) / order.length;
    return [110 + r * Math.sin(a), 110 - r * Math.cos(a)] as const;
  };
  const [ax, ay] = at(order.length - 0.9, 44);
  const [[bx, by], [cx, cy]] = [at(order.length - 1.15, 51), at(order.length - 1.15, 37)];
  const sweep = turn > 0 ? 1 : 0;
  return (
    <View role="img" aria-label={`Distributor cap from above, ${way}: ${order.join(', ')}`} style={styles.cap}>
      <Svg viewBox="0 0 220 220" width="100%" height="100%" aria-hidden>
        <Circle cx="110" cy="110" r="104" fill={c.plateSunk} stroke={c.line} strokeWidth="2.4" />
        {order.map((id, i) => {
          const [x, y] = at(i, 76);
          return [
            <Circle key={`c${id}`} cx={x} cy={y} r="22" fill={c.plate} stroke={c.line} strokeWidth="2.4" />,
            <SvgFigure key={`t${id}`} x={x} y={y + 7} size={id.length > 2 ? 14 : 20} colour={c.ink}>
              {id}
            </SvgFigure>,
          ];
        })}
        <Path d={`M110 66A44 44 0 1 ${sweep} ${ax} ${ay}`} fill="none" stroke={c.amber} strokeWidth="5" />
        <Path d={`M${bx} ${by}L${ax} ${ay}L${cx} ${cy}`} fill="none" stroke={c.ink} strokeWidth="3" />
        <Path d={`M110 110V78`} stroke={c.ink} strokeWidth="7" strokeLinecap="round" />
        <Circle cx="110" cy="110" r="9" fill={c.ink} />
        <SvgText x="110" y="140" textAnchor="middle" fontFamily={FACE.strong} fontSize="13" fill={c.dim}>
          {way}
        </SvgText>
      </Svg>
    </View>
  );
}

/** One for each end of a lead. */
function Tag({ cylinder, job, end }: { cylinder: string; job: number | undefined; end: 'plug' | 'cap' | 'coil' }) {
  const c = useColours();
  return (
    <View style={[styles.tag, { borderColor: c.line }]}>
      <Figure style={styles.number}>{cylinder}</Figure>
      <Words colour="dim" style={styles.small}>{`${end} end${job === undefined ? '' : `, job ${job}`}`}</Words>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  order: { fontSize: 28, lineHeight: 34 },
  cap: { width: 220, height: 220, alignSelf: 'center' },
  labels: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  tag: {
    borderWidth: 1.5,
    borderStyle: 'dashed',
    borderRadius: RADIUS,
    paddingHorizontal: 10,
    paddingVertical: 6,
    alignItems: 'center',
    minWidth: 84,
  },
  number: { fontSize: 26, lineHeight: 30 },
  small: { fontSize: 14, lineHeight: 17 },
  check: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
});
