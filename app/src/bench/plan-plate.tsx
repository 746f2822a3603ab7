import type { Bench } from '@rugged/contract';
import { formatPressure, METHOD_NAME, planOf, toKPa, UNIT_SIGN } from '@rugged/core';
import { View } from 'react-native';
import type { Verdict } from '@/data/judged';
import { useSignedIn } from '@/data/session';
import { EnginePlan } from '@/ui/engine-plan';
import { Plate } from '@/ui/plate';
import { useStyles } from '@/ui/theme';
import type { Colours } from '@/ui/tokens';
import { Figure, Label, Words } from '@/ui/words';
import { shownStates } from './shown-state';

interface Props {
  bench: Bench;
  verdict: Verdict;
  onCylinder(cylinder: string): void;
  selected?: string;
}

/** Tall enough to read, low enough that the next card's button stays in sight, px. */
const PLAN = 236;
const TALL_PLAN = 312;

/** The engine from above with what was read, and the spread under it. */
export function PlanPlate({ bench, verdict, onCylinder, selected }: Props) {
  const styles = useStyles(sheet);
  const {
    shop: { unit },
  } = useSignedIn();
  const { engine } = bench;
  const maxHeight = planOf(engine).height >= 3 ? TALL_PLAN : PLAN;
  const judgement = verdict.ok ? verdict.judgement : undefined;
  const { cylinders } = shownStates(bench, judgement);
  const shown = engine.cylinders.map((id) => {
    const { compression, leakage } = judgement?.cylinders.find((cylinder) => cylinder.id === id) ?? {};
    if (!compression && leakage)
      return {
        id,
        state: cylinders.get(id) ?? ('unproven' as const),
        figure: leakage.percent.toFixed(0),
        unit: 'percent lost',
        under: '% lost',
      };
    return {
      id,
      state: cylinders.get(id) ?? ('unproven' as const),
      ...(compression
        ? {
            figure: formatPressure(compression.readKPa, unit),
            ...(compression.firstStroke === undefined
              ? {}
              : { under: `first ${formatPressure(toKPa(compression.firstStroke, compression.unit), unit)}` }),
          }
        : {}),
    };
  });
  const spread = judgement?.spread;
  return (
    <Plate label="Engine, from above">
      <View style={styles.head}>
        <Label>Engine, from above</Label>
        <Label>{orderWords(bench)}</Label>
      </View>
      <EnginePlan
        engine={engine}
        cylinders={shown}
        unit={UNIT_SIGN[unit]}
        onPress={onCylinder}
        maxHeight={maxHeight}
        {...(selected === undefined ? {} : { selected })}
      />
      {spread ? (
        <View style={styles.foot}>
          <Words style={styles.method}>{`Spread, ${METHOD_NAME[spread.method]}`}</Words>
          <Figure
            colour={
              spread.state === 'low'
                ? 'rust'
                : spread.state === 'sound'
                  ? 'moss'
                  : spread.state === 'watch'
                    ? 'ochre'
                    : 'slate'
            }
            style={styles.spread}
          >
            {spread.unit === 'percent'
              ? spread.worstPercent.toFixed(0)
              : formatPressure(toKPa(spread.worstPercent, spread.unit), unit)}
            <Words colour="dim">{` ${spread.unit === 'percent' ? '%' : UNIT_SIGN[unit]}`}</Words>
          </Figure>
        </View>
      ) : null}
    </Plate>
  );
}

/** Firing order and turning direction, as far as they are known. */
function orderWords({ engine }: Bench): string {
  const turns =
    engine.rotation === 'clockwise' ? 'turns right' : engine.rotation === 'anticlockwise' ? 'turns left' : '';
  const order = engine.firingOrder && engine.firingOrder.length > 1 ? `fires ${engine.firingOrder.join('-')}` : '';
  return [order, turns].filter(Boolean).join(' · ');
}

const sheet = (c: Colours) => ({
  head: { flexDirection: 'row' as const, justifyContent: 'space-between' as const, marginBottom: 4, gap: 8 },
  foot: {
    flexDirection: 'row' as const,
    justifyContent: 'space-between' as const,
    alignItems: 'baseline' as const,
    borderTopWidth: 2,
    borderTopColor: c.line,
    paddingTop: 6,
    marginTop: 6,
    gap: 8,
  },
  method: { flexShrink: 1 },
  spread: { fontSize: 18 },
});
