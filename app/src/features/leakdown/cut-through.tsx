import type { HeardAt } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Svg, { Circle, Defs, G, Line, Path, Pattern, Rect } from 'react-native-svg';
import { useColours } from '@/ui/theme';
import { LINE, TOUCH } from '@/ui/tokens';
import { Strong } from '@/ui/words';
import type { Place } from './leak-draft';

interface Props {
  fourStroke: boolean;
  liquid: boolean;
  places: readonly Place[];
  heard: Readonly<Record<string, number>>;
  chosen: string | undefined;
  onChoose(place: Place): void;
}

const VIEW = { width: 360, height: 372 };
/** Where each place is on the drawing, and on which side of its mark the name stands. */
type Spot = { x: number; y: number; name: 'right' | 'below' };
const FOUR_STROKE: Readonly<Record<HeardAt, Spot>> = {
  adapter: { x: 180, y: 24, name: 'right' }, intake: { x: 40, y: 64, name: 'below' }, exhaust: { x: 320, y: 64, name: 'below' }, 'head-joint': { x: 262, y: 142, name: 'right' },
  coolant: { x: 84, y: 176, name: 'below' }, neighbour: { x: 306, y: 200, name: 'below' }, crankcase: { x: 66, y: 300, name: 'below' },
};
const TWO_STROKE: Readonly<Record<HeardAt, Spot>> = {
  ...FOUR_STROKE, intake: { x: 40, y: 262, name: 'below' }, exhaust: { x: 320, y: 164, name: 'below' }, crankcase: { x: 96, y: 334, name: 'right' }, neighbour: { x: 306, y: 262, name: 'below' }, coolant: { x: 60, y: 140, name: 'below' },
};
/** A second neighbour stands under the first. */
const NEXT_NEIGHBOUR = 76;
const NAME: Readonly<Record<HeardAt, string>> = { adapter: 'Adapter', intake: 'Intake', exhaust: 'Exhaust', 'head-joint': 'Head joint', coolant: 'Coolant', neighbour: 'Cyl', crankcase: 'Crankcase' };
export const placeName = ({ at, cylinder }: Place): string => (at === 'neighbour' ? `Plug hole, cyl ${cylinder}` : NAME[at]);
export const LEVELS = ['None', 'Faint', 'Clear', 'Strong'] as const;

/** A cylinder cut through, with the places to listen at: tap one, then say how loud. */
export function CutThrough({ fourStroke, liquid, places, heard, chosen, onChoose }: Props) {
  const spots = fourStroke ? FOUR_STROKE : TWO_STROKE;
  let neighbours = 0;
  return (
    <View style={styles.frame}>
      <Drawing fourStroke={fourStroke} liquid={liquid} />
      {places.map((place) => {
        const spot = spots[place.at];
        const y = spot.y + (place.at === 'neighbour' ? NEXT_NEIGHBOUR * neighbours++ : 0);
        return <Mark key={place.key} place={place} spot={{ ...spot, y }} level={heard[place.key]} chosen={place.key === chosen} onPress={() => onChoose(place)} />;
      })}
    </View>
  );
}

function Mark({ place, spot, level, chosen, onPress }: { place: Place; spot: Spot; level: number | undefined; chosen: boolean; onPress(): void }) {
  const c = useColours();
  const said = level === undefined ? 'not listened at' : `${LEVELS[level]?.toLowerCase()}`;
  return (
    <View style={[styles.mark, { left: `${(100 * spot.x) / VIEW.width}%`, top: `${(100 * spot.y) / VIEW.height}%` }, spot.name === 'right' ? styles.beside : styles.below]}>
      <TouchableRipple role="button" aria-pressed={chosen} aria-label={`${placeName(place)}: ${said}`} borderless onPress={onPress}
        style={[styles.ear, { borderColor: c.line, backgroundColor: level ? c.amber : c.plate, borderWidth: chosen ? 5 : LINE + 1 }]}>
        <View style={styles.bars}>
          {level === undefined ? <View style={[styles.dot, { backgroundColor: c.line }]} /> : level === 0 ? <View style={[styles.dash, { backgroundColor: c.line }]} /> : Array.from({ length: level }, (_, i) => <View key={i} style={[styles.bar, { backgroundColor: c.onAmber }]} />)}
        </View>
      </TouchableRipple>
      <View style={[styles.name, { backgroundColor: c.plate }]} aria-hidden><Strong style={styles.nameText}>{place.at === 'neighbour' ? `Cyl ${place.cylinder}` : NAME[place.at]}</Strong></View>
    </View>
  );
}

function Drawing({ fourStroke, liquid }: { fourStroke: boolean; liquid: boolean }) {
  const c = useColours();
  const line = { stroke: c.line, strokeWidth: 2.4, fill: 'none' } as const;
  return (
    <Svg viewBox={`0 0 ${VIEW.width} ${VIEW.height}`} width="100%" height="100%" aria-hidden>
      <Defs><Pattern id="cut" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><Line x1="0" y1="0" x2="0" y2="8" stroke={c.dim} strokeWidth="1.6" /></Pattern></Defs>
      {/* Head, with the plug hole open for the adapter. */}
      <Path d={fourStroke ? 'M112 44H172V116H136L112 116Z M188 44H248V116H224L188 116Z' : 'M112 60H172V116H112Z M188 60H248V116H188Z'} {...line} fill="url(#cut)" />
      <Path d="M174 28V116M186 28V116" {...line} />
      {fourStroke ? <Valves /> : <Ports />}
      {/* Barrel walls, with water behind them where there is some. */}
      <Rect x="128" y="120" width="18" height="150" {...line} fill="url(#cut)" />
      <Rect x="214" y="120" width="18" height="150" {...line} fill="url(#cut)" />
      {liquid ? <G><Rect x="106" y="126" width="16" height="120" {...line} fill={c.plateSunk} /><Rect x="238" y="126" width="16" height="120" {...line} fill={c.plateSunk} /></G> : null}
      {/* Piston at its top, rings, rod and crank. */}
      <Path d="M148 130H212V186H148Z" {...line} fill={c.plateSunk} />
      <Path d="M148 140H212M148 149H212M148 158H212" {...line} strokeWidth={3.4} />
      <Path d="M174 176L166 296H194L186 176" {...line} fill={c.plate} />
      <Circle cx="180" cy="174" r="7" {...line} fill={c.plate} />
      <Path d="M128 270C70 282 52 320 84 346C120 368 240 368 276 346C308 320 290 282 232 270" {...line} />
      <Circle cx="180" cy="312" r="36" {...line} />
      <Circle cx="180" cy="296" r="10" {...line} fill={c.plate} />
    </Svg>
  );
}

function Valves() {
  const c = useColours();
  const line = { stroke: c.line, strokeWidth: 2.4, fill: 'none' } as const;
  return (
    <G>
      <Path d="M20 52C70 52 100 62 126 96M20 78C66 78 96 92 118 116" {...line} />
      <Path d="M340 52C290 52 260 62 234 96M340 78C294 78 264 92 242 116" {...line} />
      <Path d="M128 116H170L160 106H138Z M190 116H232L222 106H200Z" {...line} fill={c.slate} />
      <Path d="M149 106V36M211 106V36" {...line} strokeWidth={4} />
    </G>
  );
}

function Ports() {
  const c = useColours();
  const line = { stroke: c.line, strokeWidth: 2.4, fill: 'none' } as const;
  return (
    <G>
      {/* Exhaust port in the wall, reed and intake into the crankcase. */}
      <Path d="M232 176C270 176 300 150 344 150M232 200C276 200 306 180 344 178" {...line} fill={c.plate} />
      <Path d="M16 250C60 250 84 262 104 280M16 276C52 276 74 286 92 300" {...line} fill={c.plate} />
      <Path d="M100 276L120 300M92 288L112 310" {...line} strokeWidth={3.4} />
    </G>
  );
}

const EAR = TOUCH.least;
const styles = StyleSheet.create({
  frame: { width: '100%', maxWidth: 420, alignSelf: 'center', aspectRatio: VIEW.width / VIEW.height },
  mark: { position: 'absolute', alignItems: 'center', marginLeft: -EAR / 2, marginTop: -EAR / 2 },
  beside: { flexDirection: 'row', gap: 4 },
  below: { width: 96, marginLeft: -48 },
  ear: { width: EAR, height: EAR, borderRadius: EAR / 2, alignItems: 'center', justifyContent: 'center' },
  bars: { flexDirection: 'row', gap: 4, alignItems: 'center' },
  bar: { width: 4, height: 20 },
  dash: { width: 16, height: 3 },
  dot: { width: 7, height: 7, borderRadius: 4 },
  name: { paddingHorizontal: 3, borderRadius: 3 },
  nameText: { fontSize: 15, lineHeight: 18 },
});
