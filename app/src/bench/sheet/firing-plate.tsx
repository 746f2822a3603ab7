import { cycleDegrees, neighboursOf, planOf } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Svg, { Circle, G, Line, Path, Text as SvgText } from 'react-native-svg';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { PlanOutline, planGeometry } from '@/ui/plan-outline';
import { useColours } from '@/ui/theme';
import { FACE, TOUCH } from '@/ui/tokens';
import { Figure, Label, Words } from '@/ui/words';
import type { Written } from './sheet';
import type { Sheet } from './use-sheet';

const RADIUS = 34;

/** The engine from above: the cylinders are tapped as they fire, and the intervals stand on a circle beside it. */
export function FiringPlate({ sheet }: { sheet: Sheet }) {
  const { engine, errors } = sheet.read;
  if (engine.cylinders.length < 2) return null;
  const order = engine.firingOrder ?? sheet.tapped;
  const whole = cycleDegrees(engine.cycle);
  const even = whole / engine.cylinders.length;
  const intervals = engine.firingIntervals;
  return (
    <Plate label="Firing order" style={styles.plate}>
      <View style={styles.head}>
        <Label>Tap the cylinders as they fire</Label>
        <Figure>{order.length === 0 ? 'not known' : order.join('-')}</Figure>
      </View>
      <View style={styles.drawings}>
        <TappedPlan engine={engine} order={order} onTap={sheet.tap} />
        {engine.firingOrder ? <IntervalCircle order={engine.firingOrder} intervals={intervals} whole={whole} /> : null}
      </View>
      {errors['firingOrder'] ? <Words colour="rust">{`Firing order ${errors['firingOrder']}`}</Words> : null}
      <View style={styles.row}>
        {order.length > 0 ? (
          <Button onPress={sheet.untap} icon="undo-variant">
            Not so
          </Button>
        ) : null}
        {engine.firingOrder && !intervals ? (
          <Button
            onPress={() => sheet.setText('firingIntervals', engine.cylinders.map(() => String(round(even))).join(', '))}
          >
            {`Evenly, ${round(even)}° each`}
          </Button>
        ) : null}
      </View>
      {engine.firingOrder ? (
        <Field
          label="Degrees from each firing to the next"
          value={sheet.draft.texts['firingIntervals'] ?? (intervals ?? []).map(round).join(', ')}
          placeholder={`not known; together ${whole}`}
          onChange={(text) => sheet.setText('firingIntervals', text)}
          error={errors['firingIntervals']}
          figures
        />
      ) : null}
    </Plate>
  );
}

const round = (degrees: number) => Number(degrees.toFixed(1));

function TappedPlan({ engine, order, onTap }: { engine: Written; order: readonly string[]; onTap(id: string): void }) {
  const c = useColours();
  const plan = planOf(engine);
  const geometry = planGeometry(plan, RADIUS, 0);
  const at = new Map(plan.cylinders.map((placed) => [placed.id, geometry.centre(placed)]));
  return (
    <View style={[styles.plan, { aspectRatio: geometry.width / geometry.height, maxWidth: geometry.width * 1.1 }]}>
      <Svg width="100%" height="100%" viewBox={`0 0 ${geometry.width} ${geometry.height}`} aria-hidden>
        <PlanOutline plan={plan} geometry={geometry} colours={c} />
        {neighboursOf(engine).map(([a, b]) => {
          const [from, to] = [at.get(a), at.get(b)];
          return from && to ? (
            <Line
              key={`${a}/${b}`}
              x1={from.x}
              y1={from.y}
              x2={to.x}
              y2={to.y}
              stroke={c.dim}
              strokeWidth={2}
              strokeDasharray="4 4"
            />
          ) : null;
        })}
        {plan.cylinders.map(({ id }) => {
          const { x, y } = at.get(id) ?? { x: 0, y: 0 };
          const place = order.indexOf(id) + 1;
          return (
            <G key={id}>
              <Circle
                cx={x}
                cy={y}
                r={RADIUS - 3}
                fill={c.plate}
                stroke={place > 0 ? c.amber : c.line}
                strokeWidth={place > 0 ? 5 : 2.5}
              />
              <SvgText
                x={x}
                y={y + 7}
                textAnchor="middle"
                fontFamily={FACE.instrument}
                fontSize={id.length > 3 ? 14 : 21}
                fill={c.ink}
              >
                {id}
              </SvgText>
              {place > 0 ? (
                <G>
                  <Circle cx={x + 22} cy={y - 22} r={11} fill={c.amber} stroke={c.line} strokeWidth={1.5} />
                  <SvgText
                    x={x + 22}
                    y={y - 17}
                    textAnchor="middle"
                    fontFamily={FACE.heavy}
                    fontSize={14}
                    fill={c.onAmber}
                  >
                    {place}
                  </SvgText>
                </G>
              ) : null}
            </G>
          );
        })}
      </Svg>
      {plan.cylinders.map((placed) => {
        const { x, y } = geometry.centre(placed);
        const place = order.indexOf(placed.id) + 1;
        return (
          <TouchableRipple
            key={placed.id}
            borderless
            role="button"
            aria-label={`Cylinder ${placed.id}${place > 0 ? `, fires as number ${place}` : ', next to fire'}`}
            onPress={() => onTap(placed.id)}
            style={[
              styles.touch,
              {
                left: `${(100 * (x - RADIUS)) / geometry.width}%`,
                top: `${(100 * (y - RADIUS)) / geometry.height}%`,
                width: `${(200 * RADIUS) / geometry.width}%`,
                height: `${(200 * RADIUS) / geometry.height}%`,
              },
            ]}
          >
            <View />
          </TouchableRipple>
        );
      })}
    </View>
  );
}

const SIZE = 132;
const MIDDLE = SIZE / 2;
const R = 44;

/** One cycle as a circle, each firing where it stands on it; without intervals the circle is empty of marks. */
function IntervalCircle({
  order,
  intervals,
  whole,
}: {
  order: readonly string[];
  intervals: readonly number[] | undefined;
  whole: number;
}) {
  const c = useColours();
  const starts = (intervals ?? []).reduce<number[]>((all, one) => [...all, (all.at(-1) ?? 0) + one], [0]);
  const at = (degrees: number, r: number) => {
    const turn = (2 * Math.PI * degrees) / whole;
    return [MIDDLE + r * Math.sin(turn), MIDDLE - r * Math.cos(turn)] as const;
  };
  const words = intervals
    ? `Fires ${order.map((id, i) => `${id} at ${round(starts[i] ?? 0)}`).join(', ')} of ${whole} degrees`
    : 'Intervals not known';
  return (
    <View role="img" aria-label={words} style={styles.circle}>
      <Svg width={SIZE} height={SIZE} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
        <Circle
          cx={MIDDLE}
          cy={MIDDLE}
          r={R}
          fill="none"
          stroke={c.line}
          strokeWidth={2.5}
          {...(intervals ? {} : { strokeDasharray: '5 6' })}
        />
        <Path d={`M${MIDDLE + 30} ${MIDDLE - 38}l9 7l-11 3`} fill="none" stroke={c.line} strokeWidth={2.5} />
        {intervals
          ? order.map((id, i) => {
              const degrees = starts[i] ?? 0;
              const [x1, y1] = at(degrees, R - 7);
              const [x2, y2] = at(degrees, R + 7);
              const [tx, ty] = at(degrees, R + 15);
              return (
                <G key={id}>
                  <Line x1={x1} y1={y1} x2={x2} y2={y2} stroke={c.line} strokeWidth={4} />
                  <SvgText x={tx} y={ty + 5} textAnchor="middle" fontFamily={FACE.heavy} fontSize={14} fill={c.ink}>
                    {id}
                  </SvgText>
                </G>
              );
            })
          : null}
        <SvgText x={MIDDLE} y={MIDDLE + 5} textAnchor="middle" fontFamily={FACE.strong} fontSize={15} fill={c.dim}>
          {`${whole}°`}
        </SvgText>
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  head: { flexDirection: 'row', justifyContent: 'space-between', gap: 8, flexWrap: 'wrap' },
  drawings: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: 10, flexWrap: 'wrap' },
  plan: { flexGrow: 1, flexShrink: 1, flexBasis: 150, minWidth: 90 },
  touch: { position: 'absolute', borderRadius: TOUCH.least, minWidth: TOUCH.least, minHeight: TOUCH.least },
  circle: { width: SIZE, height: SIZE },
  row: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
});
