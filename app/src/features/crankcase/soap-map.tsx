import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Defs, G, Line, Path, Pattern, Rect } from 'react-native-svg';
import { useDraft } from '@/data/draft';
import { Button } from '@/ui/button';
import { type DrawnMark, MarkedDrawing } from '@/ui/marked-drawing';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { Title, Words } from '@/ui/words';

const VIEW = { width: 360, height: 380 };

/** Where a two-stroke's case can leak, and where to brush on the drawing. */
const PLACES: readonly { key: string; name: string; x: number; y: number; side: DrawnMark['side'] }[] = [
  { key: 'exhaust', name: 'Exhaust joint', x: 292, y: 92, side: 'below' },
  { key: 'base', name: 'Barrel base', x: 236, y: 176, side: 'right' },
  { key: 'intake', name: 'Intake, reeds', x: 60, y: 150, side: 'below' },
  { key: 'flywheel-seal', name: 'Flywheel seal', x: 56, y: 262, side: 'below' },
  { key: 'output-seal', name: 'Output seal', x: 304, y: 262, side: 'below' },
  { key: 'joint', name: 'Case joint', x: 180, y: 318, side: 'left' },
  { key: 'pulse', name: 'Pulse hose', x: 52, y: 352, side: 'right' },
  { key: 'drain', name: 'Drain, pump', x: 236, y: 356, side: 'right' },
];

/** Tap once: brushed and dry. Again: bubbles. Again: not brushed. What was found is kept as a note. */
export function SoapMap({ job, onKeep }: { job: string; onKeep(text: string): void }) {
  const [found, setFound] = useDraft<Readonly<Record<string, 'dry' | 'bubbles'>>>(`soap.${job}`, {});
  const press = (key: string) => {
    const { [key]: now, ...others } = found;
    setFound(now === undefined ? { ...found, [key]: 'dry' } : now === 'dry' ? { ...found, [key]: 'bubbles' } : others);
  };
  const names = (what: 'dry' | 'bubbles') =>
    PLACES.filter(({ key }) => found[key] === what).map(({ name }) => name.toLowerCase());
  const [bubbles, dry] = [names('bubbles'), names('dry')];
  const text = [
    bubbles.length > 0 ? `Bubbles at ${bubbles.join(', ')}.` : '',
    dry.length > 0 ? `Dry at ${dry.join(', ')}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <Plate label="Soapy water" style={styles.plate}>
      <Title>Soapy water, while it holds pressure</Title>
      <Words colour="dim">
        Tap where you brushed: once for dry, twice for bubbles. No bubble anywhere: an inner seal, or the one between
        two cylinders.
      </Words>
      <MarkedDrawing
        view={VIEW}
        onPress={press}
        marks={PLACES.map((place) => ({
          ...place,
          level: found[place.key] === undefined ? undefined : found[place.key] === 'bubbles' ? 3 : 0,
          label: `${place.name}: ${found[place.key] ?? 'not brushed'}`,
        }))}
      >
        <Case />
      </MarkedDrawing>
      <View role="status">
        <Words>{text || 'Nothing brushed yet.'}</Words>
      </View>
      <Button
        disabled={text === ''}
        onPress={() => {
          onKeep(text);
          setFound({});
        }}
      >
        Keep as a note
      </Button>
    </Plate>
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

const styles = StyleSheet.create({ plate: { gap: 8 } });
