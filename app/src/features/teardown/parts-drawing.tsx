import { type Engine, INSIDE_NAME, type Inside, seenAs, type SeenInside } from '@rugged/core';
import { Pressable, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Svg, { Circle, G, Line, Path, Rect } from 'react-native-svg';
import { useColours } from '@/ui/theme';
import { type Colours, RADIUS, TOUCH } from '@/ui/tokens';
import { Strong } from '@/ui/words';

interface Props {
  engine: Engine;
  parts: readonly Inside[];
  seen: Readonly<Partial<Record<Inside, SeenInside>>>;
  chosen: Inside;
  onChoose(part: Inside): void;
}

const VIEW = { width: 360, height: 392 };
/** Where each part is pointed at; the names stand in two columns beside, in this order. */
interface Spot {
  x: number;
  y: number;
  side: 'left' | 'right';
}
const SPOTS: Readonly<Record<Inside, Spot>> = {
  head: { x: 120, y: 34, side: 'left' },
  'intake-valve': { x: 150, y: 58, side: 'left' },
  bore: { x: 114, y: 112, side: 'left' },
  rings: { x: 133, y: 128, side: 'left' },
  reeds: { x: 106, y: 262, side: 'left' },
  seals: { x: 122, y: 318, side: 'left' },
  case: { x: 112, y: 350, side: 'left' },
  'exhaust-valve': { x: 212, y: 58, side: 'right' },
  gasket: { x: 246, y: 70, side: 'right' },
  piston: { x: 222, y: 150, side: 'right' },
  pin: { x: 188, y: 154, side: 'right' },
  'small-end': { x: 176, y: 184, side: 'right' },
  'big-end': { x: 204, y: 286, side: 'right' },
  crank: { x: 190, y: 332, side: 'right' },
};
/** The valves of a side-valve engine stand beside the bore. */
const BESIDE: Partial<Record<Inside, Spot>> = {
  'intake-valve': { x: 96, y: 84, side: 'left' },
  'exhaust-valve': { x: 96, y: 150, side: 'left' },
};

/** A name is as high as a thumb, on the narrowest phone that has the drawing. */
const ROW = 56;

/** Names beside their parts where there is room, one under the other where there is none. */
function inColumn<M extends { y: number }>(marks: readonly M[]): (M & { row: number })[] {
  const sorted = [...marks].sort((a, b) => a.y - b.y);
  const rows: number[] = [];
  for (const { y } of sorted) rows.push(Math.max(y, ROW / 2, (rows.at(-1) ?? -ROW) + ROW));
  // What would stand below the drawing pushes those above it up.
  let lowest = VIEW.height - ROW / 2;
  for (let at = rows.length - 1; at >= 0; at -= 1) {
    rows[at] = Math.min(rows[at] as number, lowest);
    lowest = (rows[at] as number) - ROW;
  }
  return sorted.map((mark, at) => ({ ...mark, row: rows[at] as number }));
}

/** A cylinder that lies open, cut through: tap a part, then say how it looks. */
export function PartsDrawing({ engine, parts, seen, chosen, onChoose }: Props) {
  const c = useColours();
  const spots = engine.valveGear === 'side-valve' ? { ...SPOTS, ...BESIDE } : SPOTS;
  const marks = (['left', 'right'] as const).flatMap((side) =>
    inColumn(parts.map((part) => ({ part, ...spots[part] })).filter((mark) => mark.side === side)),
  );
  return (
    <View style={styles.frame}>
      <Svg viewBox={`0 0 ${VIEW.width} ${VIEW.height}`} width="100%" height="100%" aria-hidden>
        <Cylinder engine={engine} c={c} />
        {marks.map(({ part, x, y, row, side }) => (
          <G key={part}>
            <Line x1={side === 'left' ? 88 : 272} y1={row} x2={x} y2={y} stroke={c.line} strokeWidth={1.4} />
            <Circle
              cx={x}
              cy={y}
              r={part === chosen ? 10 : 7.5}
              fill={part === chosen ? c.amber : stateColour(seen[part], c)}
              stroke={c.line}
              strokeWidth={part === chosen ? 3 : 2}
            />
          </G>
        ))}
      </Svg>
      {marks.map(({ part, x, y, row, side }) => (
        <View key={part} style={StyleSheet.absoluteFill} pointerEvents="box-none">
          {/* A thumb on the place means the part; for the ear and the keyboard its name is enough. */}
          <Pressable
            onPress={() => onChoose(part)}
            focusable={false}
            tabIndex={-1}
            aria-hidden
            style={[styles.place, { left: share(x, VIEW.width), top: share(y, VIEW.height) }]}
          />
          <TouchableRipple
            role="button"
            aria-pressed={part === chosen}
            aria-label={`${INSIDE_NAME[part]}: ${wordOf(part, seen[part])}`}
            borderless
            onPress={() => onChoose(part)}
            style={[
              styles.name,
              side === 'left' ? styles.left : styles.right,
              { top: share(row, VIEW.height) },
              part === chosen ? { backgroundColor: c.amber } : null,
            ]}
          >
            <View>
              <Strong style={[styles.part, part === chosen ? { color: c.onAmber } : null]}>{titled(part)}</Strong>
              {seen[part] ? (
                <Strong
                  style={[
                    styles.seen,
                    { color: part === chosen ? c.onAmber : seen[part] === 'good' ? c.moss : c.rust },
                  ]}
                >
                  {seenAs(part, seen[part])}
                </Strong>
              ) : null}
            </View>
          </TouchableRipple>
        </View>
      ))}
    </View>
  );
}

const titled = (part: Inside) => INSIDE_NAME[part].charAt(0).toUpperCase() + INSIDE_NAME[part].slice(1);
const wordOf = (part: Inside, seen: SeenInside | undefined) => (seen ? seenAs(part, seen) : 'not looked at');
const share = (of: number, all: number) => `${(100 * of) / all}%` as const;
const stateColour = (seen: SeenInside | undefined, c: Colours) =>
  seen === undefined ? c.slate : seen === 'good' ? c.moss : c.rust;

/** Head, barrel, piston, rod and crank, with what this kind of engine breathes by. */
function Cylinder({ engine, c }: { engine: Engine; c: Colours }) {
  const line = { stroke: c.line, strokeWidth: 2.4, fill: c.plateSunk } as const;
  const bare = { ...line, fill: c.plate } as const;
  const beside = engine.valveGear === 'side-valve';
  return (
    <G>
      <Path d="M104 250C84 268 80 340 104 362C128 380 232 380 256 362C280 340 276 268 256 250" {...bare} />
      {engine.headless ? (
        <Rect x={104} y={20} width={152} height={54} {...line} />
      ) : (
        <G>
          <Rect x={104} y={20} width={152} height={44} {...line} />
          <Line x1={106} y1={70} x2={254} y2={70} stroke={c.line} strokeWidth={5} />
        </G>
      )}
      <Path d="M174 12V64M186 12V64" {...line} />
      {engine.cycle === 'four-stroke' && !beside ? (
        <G>
          <Path d="M128 64H170L160 54H138ZM190 64H232L222 54H200Z" {...line} fill={c.slate} />
          <Path d="M149 54V10M211 54V10" {...line} strokeWidth={4} />
        </G>
      ) : null}
      <Rect x={104} y={76} width={20} height={176} {...line} />
      <Rect x={236} y={76} width={20} height={176} {...line} />
      {beside ? <Path d="M84 80H108L102 90H90ZM96 90V230M84 146H108L102 156H90ZM96 156V230" {...line} /> : null}
      {engine.cycle === 'two-stroke' ? <Ports c={c} reeds={engine.valveGear !== 'piston-port'} /> : null}
      <Rect x={128} y={108} width={104} height={84} {...bare} />
      <Path d="M126 120H234M126 128H234M126 136H234" {...line} strokeWidth={3.4} />
      <Path d="M172 160L160 276H204L190 160Z" {...bare} />
      <Circle cx={180} cy={154} r={11} {...line} />
      <Circle cx={181} cy={318} r={46} {...line} />
      <Circle cx={182} cy={286} r={24} {...bare} />
      <Circle cx={182} cy={286} r={12} {...line} />
      <Circle cx={181} cy={334} r={13} {...bare} />
    </G>
  );
}

/** The exhaust through the wall; the intake through reeds into the case, or through the wall below the piston. */
function Ports({ c, reeds }: { c: Colours; reeds: boolean }) {
  const line = { stroke: c.line, strokeWidth: 2.4, fill: c.plate } as const;
  return (
    <G>
      <Path d="M236 196H256V220H236Z" {...line} />
      {reeds ? (
        <Path d="M88 254L112 274M94 246L120 266" {...line} strokeWidth={3} />
      ) : (
        <Path d="M104 214H124V238H104Z" {...line} />
      )}
    </G>
  );
}

const styles = StyleSheet.create({
  frame: { width: '100%', maxWidth: 440, alignSelf: 'center', aspectRatio: VIEW.width / VIEW.height },
  place: { position: 'absolute', width: 34, height: 34, marginLeft: -17, marginTop: -17 },
  name: {
    position: 'absolute',
    minHeight: TOUCH.least,
    marginTop: -TOUCH.least / 2,
    width: '24%',
    borderRadius: RADIUS,
    justifyContent: 'center',
    paddingHorizontal: 4,
  },
  left: { left: 0 },
  right: { right: 0 },
  part: { fontSize: 15, lineHeight: 17 },
  seen: { fontSize: 14, lineHeight: 16 },
});
