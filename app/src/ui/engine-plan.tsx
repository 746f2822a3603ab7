import { planOf, type State } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Svg, { Circle, G, Text as SvgText } from 'react-native-svg';
import { PlanOutline, planGeometry } from './plan-outline';
import { STATE_COLOUR, STATE_WORD, StateShape } from './state-mark';
import { SvgFigure } from './svg-figure';
import { useColours } from './theme';
import { FACE, TOUCH } from './tokens';

export interface PlanCylinder {
  id: string;
  state: State;
  /** The last dry figure as it is shown, or nothing. */
  figure?: string;
  /** Where it is another than that of the plan. */
  unit?: string;
  /** A few words under it. */
  under?: string;
}

type Planned = Parameters<typeof planOf>[0];

interface Props {
  engine: Planned;
  cylinders: readonly PlanCylinder[];
  /** For the ear: the unit of the figures. */
  unit: string;
  selected?: string;
  maxHeight?: number;
  onPress?(cylinder: string): void;
}

const RADIUS = 48;
const BELOW = 26;

/** The engine from above with every cylinder's state and figure. Tap one to test it. */
export function EnginePlan({ engine, cylinders, unit, selected, maxHeight = 250, onPress }: Props) {
  const c = useColours();
  const plan = planOf(engine);
  const geometry = planGeometry(plan, RADIUS, BELOW);
  const by = new Map(cylinders.map((cylinder) => [cylinder.id, cylinder]));
  // A lone cylinder does not fill the whole plate.
  const widest = Math.min(geometry.width * 1.15, (geometry.width / geometry.height) * maxHeight);
  return (
    <View
      style={{ width: '100%', maxWidth: widest, alignSelf: 'center', aspectRatio: geometry.width / geometry.height }}
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${geometry.width} ${geometry.height}`} aria-hidden>
        <PlanOutline plan={plan} geometry={geometry} colours={c} />
        {plan.cylinders.map((placed) => {
          const cylinder = by.get(placed.id);
          const state = cylinder?.state ?? 'unproven';
          const colour = c[STATE_COLOUR[state]];
          const { x, y } = geometry.centre(placed);
          const word = STATE_WORD[state];
          const figure = cylinder?.figure ?? '–';
          return (
            <G key={placed.id}>
              <Circle
                cx={x}
                cy={y}
                r={RADIUS - 1}
                fill={c.plate}
                stroke={placed.id === selected ? c.amber : c.line}
                strokeWidth={placed.id === selected ? 5 : 2.5}
              />
              <Circle
                cx={x}
                cy={y}
                r={RADIUS - 8}
                fill="none"
                stroke={colour}
                strokeWidth={6}
                {...(state === 'unproven' ? { strokeDasharray: '9 6' } : {})}
              />
              <SvgText x={x} y={y - 18} textAnchor="middle" fontFamily={FACE.heavy} fontSize={14} fill={c.ink}>
                {placed.id}
              </SvgText>
              <SvgFigure x={x} y={y + 10} size={figure.length > 4 ? 19 : figure.length > 3 ? 22 : 27} colour={c.ink}>
                {figure}
              </SvgFigure>
              {cylinder?.under ? (
                <SvgText x={x} y={y + 27} textAnchor="middle" fontFamily={FACE.strong} fontSize={13} fill={c.dim}>
                  {cylinder.under}
                </SvgText>
              ) : null}
              <G x={x - wordWidth(word) / 2 - 10} y={y + RADIUS + 8}>
                <StateShape state={state} colour={colour} />
                <SvgText x={21} y={13.5} fontFamily={FACE.heavy} fontSize={15} fill={colour}>
                  {word}
                </SvgText>
              </G>
            </G>
          );
        })}
      </Svg>
      {onPress
        ? plan.cylinders.map((placed) => {
            const { x, y } = geometry.centre(placed);
            const cylinder = by.get(placed.id);
            return (
              <TouchableRipple
                key={placed.id}
                borderless
                role="button"
                onPress={() => onPress(placed.id)}
                aria-label={
                  `Cylinder ${placed.id}, ${STATE_WORD[cylinder?.state ?? 'unproven']}, ` +
                  `${cylinder?.figure ? `${cylinder.figure} ${cylinder.unit ?? unit}` : 'not measured'}. Test it`
                }
                style={[
                  styles.touch,
                  {
                    left: `${(100 * (x - RADIUS)) / geometry.width}%`,
                    top: `${(100 * (y - RADIUS)) / geometry.height}%`,
                    width: `${(200 * RADIUS) / geometry.width}%`,
                    height: `${(100 * (2 * RADIUS + BELOW)) / geometry.height}%`,
                  },
                ]}
              >
                <View />
              </TouchableRipple>
            );
          })
        : null}
    </View>
  );
}

/** About the width of a word in the heavy face at 15 px: enough to centre it. */
const wordWidth = (word: string) => word.length * 7.2;

const MINI_RADIUS = 13;

/** The engine in miniature: marks only, or just its layout where no state is meant. */
export function MiniPlan({ engine, states }: { engine: Planned; states?: ReadonlyMap<string, State> }) {
  const c = useColours();
  const plan = planOf(engine);
  const geometry = planGeometry(plan, MINI_RADIUS, 0);
  const scale = Math.min(1, 108 / geometry.width, 92 / geometry.height);
  const summary = plan.cylinders
    .map(({ id }) => `cylinder ${id}${states ? ` ${STATE_WORD[states.get(id) ?? 'unproven']}` : ''}`)
    .join(', ');
  return (
    <View role="img" aria-label={`Engine plan: ${summary}`}>
      <Svg
        width={geometry.width * scale}
        height={geometry.height * scale}
        viewBox={`0 0 ${geometry.width} ${geometry.height}`}
        aria-hidden
      >
        <PlanOutline plan={plan} geometry={geometry} colours={c} stroke={2} />
        {plan.cylinders.map((placed) => {
          const { x, y } = geometry.centre(placed);
          if (!states)
            return (
              <Circle
                key={placed.id}
                cx={x}
                cy={y}
                r={MINI_RADIUS - 2}
                fill={c.plate}
                stroke={c.line}
                strokeWidth={2}
              />
            );
          const state = states.get(placed.id) ?? 'unproven';
          const colour = c[STATE_COLOUR[state]];
          return (
            <G key={placed.id}>
              <Circle
                cx={x}
                cy={y}
                r={MINI_RADIUS - 2}
                fill={c.plate}
                stroke={colour}
                strokeWidth={4.5}
                {...(state === 'unproven' ? { strokeDasharray: '5 4' } : {})}
              />
              {state === 'unproven' ? null : (
                <G x={x - 5} y={y - 5} scale={10 / 16}>
                  <StateShape state={state} colour={colour} />
                </G>
              )}
            </G>
          );
        })}
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({
  touch: { position: 'absolute', borderRadius: TOUCH.least, minWidth: TOUCH.least, minHeight: TOUCH.least },
});
