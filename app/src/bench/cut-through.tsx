import type { Engine, HeardAt, ValveGear } from '@rugged/core';
import Svg, { Circle, Defs, G, Line, Path, Pattern, Rect } from 'react-native-svg';
import { MarkedDrawing } from '@/ui/marked-drawing';
import { useColours } from '@/ui/theme';

/** Kinds of engine that are drawn. */
export type CutKind = Exclude<ValveGear, 'overhead'> | 'overhead-valve';

/** Air at a place. A cylinder may be called anything, so its name comes last and whole in the key. */
export interface Place {
  key: string;
  at: HeardAt;
  cylinder?: string;
}

/** Which drawing an engine is. Where nobody said how it breathes, the commonest is drawn. */
export const cutOf = ({ cycle, valveGear }: Pick<Engine, 'cycle' | 'valveGear'>): CutKind =>
  valveGear === undefined || valveGear === 'overhead'
    ? cycle === 'two-stroke'
      ? 'reed'
      : 'overhead-valve'
    : valveGear;

interface Props {
  kind: CutKind;
  liquid: boolean;
  places: readonly Place[];
  heard: Readonly<Record<string, number>>;
  chosen: string | undefined;
  onChoose(place: Place): void;
  /** What there is of height, px. */
  height?: number;
}

const VIEW = { width: 360, height: 372 };
/** Where each place is on the drawing, and on which side of its mark the name stands. */
type Spot = { x: number; y: number; name: 'right' | 'left' | 'below' };
const FOUR_STROKE: Readonly<Record<HeardAt, Spot>> = {
  adapter: { x: 180, y: 24, name: 'left' },
  intake: { x: 40, y: 68, name: 'below' },
  exhaust: { x: 320, y: 68, name: 'below' },
  'head-joint': { x: 258, y: 158, name: 'right' },
  coolant: { x: 84, y: 160, name: 'below' },
  neighbour: { x: 310, y: 222, name: 'left' },
  'push-rod-tunnel': { x: 91, y: 250, name: 'right' },
  crankcase: { x: 66, y: 320, name: 'below' },
};
const TWO_STROKE: Readonly<Record<HeardAt, Spot>> = {
  ...FOUR_STROKE,
  intake: { x: 40, y: 262, name: 'below' },
  exhaust: { x: 320, y: 164, name: 'below' },
  'head-joint': { x: 262, y: 98, name: 'right' },
  crankcase: { x: 112, y: 336, name: 'right' },
  neighbour: { x: 310, y: 258, name: 'left' },
  coolant: { x: 60, y: 140, name: 'below' },
};
/** The piston lets the mixture in itself: its port is in the wall, opposite the exhaust. */
const PISTON_PORT: Readonly<Record<HeardAt, Spot>> = { ...TWO_STROKE, intake: { x: 40, y: 214, name: 'below' } };
const SIDE_VALVE: Readonly<Record<HeardAt, Spot>> = {
  ...FOUR_STROKE,
  adapter: { x: 180, y: 30, name: 'right' },
  intake: { x: 40, y: 176, name: 'below' },
  exhaust: { x: 40, y: 270, name: 'below' },
  'head-joint': { x: 262, y: 112, name: 'right' },
  crankcase: { x: 300, y: 312, name: 'below' },
};
const SPOTS: Readonly<Record<CutKind, Readonly<Record<HeardAt, Spot>>>> = {
  'overhead-valve': FOUR_STROKE,
  'overhead-cam': FOUR_STROKE,
  'push-rod': FOUR_STROKE,
  'side-valve': SIDE_VALVE,
  'piston-port': PISTON_PORT,
  reed: TWO_STROKE,
  rotary: TWO_STROKE,
};
/** A second neighbour stands under the first. */
const NEXT_NEIGHBOUR = 66;
const NAME: Readonly<Record<HeardAt, string>> = {
  adapter: 'Adapter',
  intake: 'Intake',
  exhaust: 'Exhaust',
  'head-joint': 'Head joint',
  'push-rod-tunnel': 'Push-rod tunnel',
  coolant: 'Coolant',
  neighbour: 'Cyl',
  crankcase: 'Crankcase',
};
export const placeName = ({ at, cylinder }: Place): string =>
  at === 'neighbour' ? `Plug hole, cyl ${cylinder}` : NAME[at];
export const LEVELS = ['None', 'Faint', 'Clear', 'Strong'] as const;

/** A cylinder cut through, with the places to listen at: tap one, then say how loud. */
export function CutThrough({ kind, liquid, places, heard, chosen, onChoose, height }: Props) {
  const spots = SPOTS[kind];
  const neighbours = places.filter(({ at }) => at === 'neighbour');
  const marks = places.map((place) => {
    const spot = spots[place.at];
    const y = spot.y + NEXT_NEIGHBOUR * Math.max(0, neighbours.indexOf(place));
    const level = heard[place.key];
    return {
      key: place.key,
      x: spot.x,
      y,
      side: spot.name,
      level,
      name: place.at === 'neighbour' ? `Cyl ${place.cylinder}` : NAME[place.at],
      label: `${placeName(place)}: ${level === undefined ? 'not listened at' : LEVELS[level]?.toLowerCase()}`,
    };
  });
  return (
    <MarkedDrawing
      view={VIEW}
      marks={marks}
      chosen={chosen}
      {...(height === undefined ? {} : { height })}
      onPress={(key) => {
        const place = places.find((one) => one.key === key);
        if (place) onChoose(place);
      }}
    >
      <Drawing kind={kind} liquid={liquid} />
    </MarkedDrawing>
  );
}

function Drawing({ kind, liquid }: { kind: CutKind; liquid: boolean }) {
  const c = useColours();
  const line = useLine();
  const overhead = kind === 'overhead-valve' || kind === 'overhead-cam' || kind === 'push-rod';
  return (
    <Svg viewBox={`0 0 ${VIEW.width} ${VIEW.height}`} width="100%" height="100%" aria-hidden>
      <Defs>
        <Pattern id="cut" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <Line x1="0" y1="0" x2="0" y2="8" stroke={c.dim} strokeWidth="1.6" />
        </Pattern>
      </Defs>
      {/* Head, with the plug hole open for the adapter. */}
      {kind === 'side-valve' ? (
        <SideHead />
      ) : (
        <Path
          d={
            overhead
              ? 'M112 44H172V116H136L112 116Z M188 44H248V116H224L188 116Z'
              : 'M112 60H172V116H112Z M188 60H248V116H188Z'
          }
          {...line}
          fill="url(#cut)"
        />
      )}
      <Path d={kind === 'side-valve' ? 'M174 28V84M186 28V84' : 'M174 28V116M186 28V116'} {...line} />
      {overhead ? <Valves /> : kind === 'side-valve' ? <SideValve /> : <Ports kind={kind} />}
      {kind === 'overhead-cam' ? <Cam /> : kind === 'push-rod' ? <PushRod /> : null}
      {/* Barrel walls, with water behind them where there is some. */}
      <Rect x="128" y="120" width="18" height="150" {...line} fill="url(#cut)" />
      <Rect x="214" y="120" width="18" height="150" {...line} fill="url(#cut)" />
      {liquid ? (
        <G>
          <Rect x="106" y="126" width="16" height="120" {...line} fill={c.plateSunk} />
          <Rect x="238" y="126" width="16" height="120" {...line} fill={c.plateSunk} />
        </G>
      ) : null}
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

/** The one pen everything is drawn with. */
function useLine() {
  const c = useColours();
  return { stroke: c.line, strokeWidth: 2.4, fill: 'none' } as const;
}

/** A flat head, its chamber reaching sideways over the valve beside the bore. */
function SideHead() {
  const line = useLine();
  return <Path d="M68 60H172V84H84V112H68Z M188 60H248V112H214V100H200L188 84Z" {...line} fill="url(#cut)" />;
}

/** The valve stands beside the bore, head up; its port leaves below. Intake and exhaust stand one behind the other. */
function SideValve() {
  const c = useColours();
  const line = useLine();
  return (
    <G>
      <Path d="M74 112H128L116 122H86Z" {...line} fill={c.slate} />
      <Path d="M101 122V262" {...line} strokeWidth={4} />
      <Path d="M16 156C52 154 72 146 82 126M16 196C60 196 108 180 120 126" {...line} />
      <Path d="M16 232C46 230 66 226 84 214M16 272C60 270 84 258 92 240" {...line} strokeDasharray="5 5" />
      <Rect x="92" y="206" width="18" height="36" {...line} fill={c.plate} />
    </G>
  );
}

function Valves() {
  const c = useColours();
  const line = useLine();
  return (
    <G>
      <Path d="M20 52C70 52 100 62 126 96M20 78C66 78 96 92 118 116" {...line} />
      <Path d="M340 52C290 52 260 62 234 96M340 78C294 78 264 92 242 116" {...line} />
      <Path d="M128 116H170L160 106H138Z M190 116H232L222 106H200Z" {...line} fill={c.slate} />
      <Path d="M149 106V36M211 106V36" {...line} strokeWidth={4} />
    </G>
  );
}

/** One camshaft over both valves, driven from below. */
function Cam() {
  const c = useColours();
  const line = useLine();
  return (
    <G>
      <Circle cx="149" cy="28" r="9" {...line} fill={c.plate} />
      <Circle cx="211" cy="28" r="9" {...line} fill={c.plate} />
      <Path d="M140 28H96V300M110 300V44" {...line} strokeDasharray="4 4" />
    </G>
  );
}

/** The tunnel beside the barrel: it leads from the rocker cover into the crankcase, past the head gasket. */
function PushRod() {
  const c = useColours();
  const line = useLine();
  return (
    <G>
      <Path d="M82 62V284H100V62" {...line} fill={c.plateSunk} />
      <Path d="M91 54V292" {...line} strokeWidth={3.6} />
      <Path d="M91 54Q118 28 149 36" {...line} strokeWidth={4} />
    </G>
  );
}

/** Exhaust port in the wall; the intake by reed or disc into the crankcase, or through the wall under the piston. */
function Ports({ kind }: { kind: CutKind }) {
  const c = useColours();
  const line = useLine();
  return (
    <G>
      <Path d="M232 176C270 176 300 150 344 150M232 200C276 200 306 180 344 178" {...line} fill={c.plate} />
      {kind === 'piston-port' ? (
        <Path d="M16 200C60 200 90 200 128 212M16 228C56 228 90 228 128 236" {...line} fill={c.plate} />
      ) : (
        <Path d="M16 250C60 250 84 262 104 280M16 276C52 276 74 286 92 300" {...line} fill={c.plate} />
      )}
      {kind === 'reed' ? <Path d="M100 276L120 300M92 288L112 310" {...line} strokeWidth={3.4} /> : null}
      {kind === 'rotary' ? (
        <G>
          <Path d="M112 262V356" {...line} strokeWidth={5} />
          <Path d="M112 312H150" {...line} />
        </G>
      ) : null}
    </G>
  );
}
