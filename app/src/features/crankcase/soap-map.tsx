import { View } from 'react-native';
import Svg, { Circle, Defs, G, Line, Path, Pattern, Rect } from 'react-native-svg';
import { useDraft } from '@/data/draft';
import { Button } from '@/ui/button';
import { type DrawnMark, MarkedDrawing } from '@/ui/marked-drawing';
import { Sheet } from '@/ui/sheet';
import { useColours } from '@/ui/theme';
import { Words } from '@/ui/words';

const VIEW = { width: 360, height: 380 };

type Brushed = { key: string; name: string; x: number; y: number; side: DrawnMark['side'] };

/** Where a single's case can leak, and where to brush on the drawing. */
const SINGLE: readonly Brushed[] = [
  { key: 'exhaust', name: 'Exhaust joint', x: 292, y: 92, side: 'below' },
  { key: 'base', name: 'Barrel base', x: 236, y: 176, side: 'right' },
  { key: 'intake', name: 'Intake, reeds', x: 60, y: 150, side: 'below' },
  { key: 'flywheel-seal', name: 'Flywheel seal', x: 56, y: 262, side: 'below' },
  { key: 'output-seal', name: 'Output seal', x: 304, y: 262, side: 'below' },
  { key: 'joint', name: 'Case joint', x: 180, y: 318, side: 'left' },
  { key: 'pulse', name: 'Pulse hose', x: 52, y: 352, side: 'right' },
  { key: 'drain', name: 'Drain, pump', x: 236, y: 356, side: 'right' },
];

/** A twin or triple: inner seals between the cases, and a cavity with oil in it that breathes by itself. */
const SEVERAL: readonly Brushed[] = [
  { key: 'exhaust', name: 'Exhaust joints', x: 300, y: 66, side: 'below' },
  { key: 'base', name: 'Barrel bases', x: 180, y: 138, side: 'right' },
  { key: 'intake', name: 'Intake, reeds', x: 56, y: 90, side: 'below' },
  { key: 'flywheel-seal', name: 'Flywheel seal', x: 48, y: 208, side: 'below' },
  { key: 'output-seal', name: 'Output seal', x: 312, y: 208, side: 'below' },
  { key: 'inner-seal', name: 'Inner seal', x: 180, y: 208, side: 'below' },
  { key: 'cavity-vents', name: 'Cavity vents', x: 60, y: 306, side: 'right' },
  { key: 'cavity-drain', name: 'Cavity drain', x: 214, y: 306, side: 'right' },
  { key: 'joint', name: 'Case joint', x: 60, y: 354, side: 'right' },
  { key: 'pulse', name: 'Pulse, oil pump', x: 214, y: 354, side: 'right' },
];

/** Tap once: brushed and dry. Again: bubbles. Again: not brushed. What was found is kept as a note. */
export function SoapMap({
  job,
  cylinders,
  onKeep,
  onClose,
}: {
  job: string;
  cylinders: number;
  onKeep(text: string): void;
  onClose(): void;
}) {
  const places = cylinders > 1 ? SEVERAL : SINGLE;
  const [found, setFound] = useDraft<Readonly<Record<string, 'dry' | 'bubbles'>>>(`soap.${job}`, {});
  const press = (key: string) => {
    const { [key]: now, ...others } = found;
    setFound(now === undefined ? { ...found, [key]: 'dry' } : now === 'dry' ? { ...found, [key]: 'bubbles' } : others);
  };
  const names = (what: 'dry' | 'bubbles') =>
    places.filter(({ key }) => found[key] === what).map(({ name }) => name.toLowerCase());
  const [bubbles, dry] = [names('bubbles'), names('dry')];
  const text = [
    bubbles.length > 0 ? `Bubbles at ${bubbles.join(', ')}.` : '',
    dry.length > 0 ? `Dry at ${dry.join(', ')}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <Sheet
      title="Soapy water, while it holds pressure"
      visible
      onClose={onClose}
      foot={
        <Button
          disabled={text === ''}
          onPress={() => {
            onKeep(text);
            setFound({});
            onClose();
          }}
        >
          Keep as a note
        </Button>
      }
    >
      <Words colour="dim">
        {cylinders > 1
          ? 'Tap where you brushed: once for dry, twice for bubbles. No bubble anywhere: an inner seal into the ' +
            'cavity or the next case. Brush its vents and its drain, then feed the other case.'
          : 'Tap where you brushed: once for dry, twice for bubbles.'}
      </Words>
      <MarkedDrawing
        view={VIEW}
        onPress={press}
        marks={places.map((place) => ({
          ...place,
          level: found[place.key] === undefined ? undefined : found[place.key] === 'bubbles' ? 3 : 0,
          label: `${place.name}: ${found[place.key] ?? 'not brushed'}`,
        }))}
      >
        {cylinders > 1 ? <Cases count={Math.min(3, cylinders)} /> : <Case />}
      </MarkedDrawing>
      <View role="status">
        <Words>{text || 'Nothing brushed yet.'}</Words>
      </View>
    </Sheet>
  );
}

/** A two-stroke from the front: barrel, case halves, both ends of the crank with their seals. */
function Case() {
  const c = useColours();
  const line = { stroke: c.line, strokeWidth: 2.4, fill: 'none' } as const;
  return (
    <Svg viewBox={`0 0 ${VIEW.width} ${VIEW.height}`} width="100%" height="100%" aria-hidden>
      <Defs>
        <Pattern id="case-cut" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <Line x1="0" y1="0" x2="0" y2="8" stroke={c.dim} strokeWidth="1.4" />
        </Pattern>
      </Defs>
      <Path d="M140 24H220V44H140Z" {...line} fill="url(#case-cut)" />
      {[58, 74, 90, 106, 122, 138].map((y) => (
        <Path key={y} d={`M122 ${y}H238`} {...line} />
      ))}
      <Rect x="136" y="44" width="88" height="126" {...line} fill={c.plate} />
      <Path d="M224 78C262 70 280 76 340 70M224 108C262 106 284 112 340 104" {...line} />
      <Path d="M136 128C104 124 84 132 16 128M136 164C104 168 84 172 16 172" {...line} fill={c.plate} />
      <Path d="M120 170H240M120 178H240" {...line} />
      <Path d="M112 178C84 190 84 330 128 340H232C276 330 276 190 248 178Z" {...line} fill={c.plateSunk} />
      <Path d="M180 178V340" {...line} strokeDasharray="5 6" />
      <Rect x="16" y="252" width="328" height="20" {...line} fill={c.plate} />
      <Rect x="88" y="242" width="14" height="40" {...line} fill={c.slate} />
      <Rect x="258" y="242" width="14" height="40" {...line} fill={c.slate} />
      <G>
        <Circle cx="180" cy="262" r="40" {...line} fill={c.plate} />
        <Circle cx="180" cy="236" r="9" {...line} />
      </G>
    </Svg>
  );
}

/** Several cases in a row on one crank, a seal between each two, the balancer's cavity under them. */
function Cases({ count }: { count: number }) {
  const c = useColours();
  const line = { stroke: c.line, strokeWidth: 2.4, fill: 'none' } as const;
  const width = 216 / count;
  const cases = Array.from({ length: count }, (_, i) => 72 + i * width);
  return (
    <Svg viewBox={`0 0 ${VIEW.width} ${VIEW.height}`} width="100%" height="100%" aria-hidden>
      {cases.map((x) => (
        <G key={x}>
          <Rect x={x + width * 0.2} y="24" width={width * 0.6} height="106" {...line} fill={c.plate} />
          {[42, 58, 74, 90, 106].map((y) => (
            <Path key={y} d={`M${x + width * 0.1} ${y}H${x + width * 0.9}`} {...line} />
          ))}
          <Path d={`M${x + width * 0.1} 132H${x + width * 0.9}M${x + width * 0.1} 140H${x + width * 0.9}`} {...line} />
          <Rect x={x} y="146" width={width} height="106" {...line} fill={c.plateSunk} />
          <Circle cx={x + width / 2} cy="208" r={Math.min(30, width * 0.32)} {...line} fill={c.plate} />
        </G>
      ))}
      <Rect x="12" y="199" width="336" height="18" {...line} fill={c.plate} />
      {[72, ...cases.slice(1), 288].map((x) => (
        <Rect key={`seal ${x}`} x={x - 6} y="190" width="12" height="36" {...line} fill={c.slate} />
      ))}
      <Path d="M72 252H288V284H72Z" {...line} strokeDasharray="5 5" />
      <Circle cx="180" cy="268" r="11" {...line} />
      <Path d="M84 284V306M200 284V306" {...line} />
    </Svg>
  );
}
