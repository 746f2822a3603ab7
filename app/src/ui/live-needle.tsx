import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Path } from 'react-native-svg';
import { useColours } from './theme';
import { useMoving } from './use-moving';

interface Props {
  /** Where the needle should stand, degrees of the drawing; asked for at every frame. */
  degrees(): number;
  centre: { x: number; y: number };
  view: { width: number; height: number };
  tip: number;
}

/** A needle that moves at every frame. Only its rotation changes, and nothing is rendered again for it. */
export function LiveNeedle({ degrees, centre, view, tip }: Props) {
  const c = useColours();
  const hand = useMoving<View>(degrees, (element, at) => {
    element.style.transform = `rotate(${at.toFixed(2)}deg)`;
  });
  const middle = `${((100 * centre.x) / view.width).toFixed(3)}% ${((100 * centre.y) / view.height).toFixed(3)}%`;
  return (
    <View
      ref={hand}
      style={[styles.over, { transformOrigin: middle, willChange: 'transform' } as object]}
      pointerEvents="none"
      aria-hidden
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${view.width} ${view.height}`}>
        <Path
          d={`M${centre.x - 26} ${centre.y}H${centre.x + tip}`}
          stroke={c.amber}
          strokeWidth={6}
          strokeLinecap="round"
        />
        <Path d={`M${centre.x - 26} ${centre.y}H${centre.x + tip}`} stroke={c.ink} strokeWidth={1.4} />
        <Circle cx={centre.x} cy={centre.y} r={12} fill={c.ink} />
        <Circle cx={centre.x} cy={centre.y} r={4} fill={c.amber} />
      </Svg>
    </View>
  );
}

const styles = StyleSheet.create({ over: { position: 'absolute', left: 0, top: 0, right: 0, bottom: 0 } });
