import { formatPressure, fromKPa, UNIT_SIGN } from '@rugged/core';
import { View } from 'react-native';
import Svg, { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import { useSignedIn } from '@/data/session';
import { day, month } from '@/ui/format';
import { SvgFigure } from '@/ui/svg-figure';
import { useColours } from '@/ui/theme';
import { FACE } from '@/ui/tokens';
import { Words } from '@/ui/words';
import type { Visit } from './visit';

const WIDTH = 342;
const HEIGHT = 190;
const LEFT = 42;
const RIGHT = 40;
const TOP = 12;
const BOTTOM = 28;
const DASHES = ['', '7 4', '2 4', '9 3 2 3', '4 2', '12 4'] as const;

/**
 * Each cylinder's reading at each visit, with the minimum as it stood then. Points, joined for the eye; no trend is
 * claimed.
 */
export function HistoryChart({ visits }: { visits: readonly Visit[] }) {
  const c = useColours();
  const {
    shop: { unit },
  } = useSignedIn();
  const measured = visits
    .filter(({ judgement }) => judgement?.cylinders.some((cylinder) => cylinder.compression))
    .sort((a, b) => Date.parse(a.bench.job.openedAt) - Date.parse(b.bench.job.openedAt));
  if (measured.length === 0) return <Words colour="dim">Nothing measured yet.</Words>;
  const times = measured.map(({ bench }) => Date.parse(bench.job.openedAt));
  const repaired = visits
    .flatMap(({ bench }) => bench.repairs.map(({ madeAt }) => Date.parse(madeAt)))
    .filter((time) => times.length > 1 && time >= Math.min(...times) && time <= Math.max(...times));
  const figures = measured.flatMap(
    ({ judgement }) =>
      judgement?.cylinders.flatMap(({ compression }) =>
        compression ? [compression.readKPa, compression.limit.minHereKPa ?? compression.readKPa] : [],
      ) ?? [],
  );
  const low = 0.85 * Math.min(...figures);
  const high = 1.05 * Math.max(...figures);
  const first = Math.min(...times);
  const span = Math.max(...times) - first || 1;
  const x = (time: number) =>
    times.length === 1 ? (LEFT + WIDTH - RIGHT) / 2 : LEFT + ((time - first) / span) * (WIDTH - LEFT - RIGHT);
  const y = (kPa: number) => TOP + ((high - kPa) / (high - low || 1)) * (HEIGHT - TOP - BOTTOM);
  const ids = measured[0]?.bench.engine.cylinders ?? [];
  const lines = ids.map((id, i) => {
    const points = measured.flatMap(({ bench, judgement }) => {
      const compression = judgement?.cylinders.find((cylinder) => cylinder.id === id)?.compression;
      return compression
        ? [
            {
              x: x(Date.parse(bench.job.openedAt)),
              y: y(compression.readKPa),
              doubt: y(compression.readKPa - compression.plusMinusKPa) - y(compression.readKPa),
            },
          ]
        : [];
    });
    return { id, points, dash: DASHES[i % DASHES.length] as string };
  });
  const limits = measured.flatMap(({ bench, judgement }) => {
    const limit = judgement?.cylinders.find((cylinder) => cylinder.compression)?.compression?.limit.minHereKPa;
    return limit === undefined ? [] : [{ x: x(Date.parse(bench.job.openedAt)), y: y(limit) }];
  });
  const path = (points: readonly { x: number; y: number }[]) =>
    points.map((point, i) => `${i === 0 ? 'M' : 'L'}${point.x.toFixed(1)} ${point.y.toFixed(1)}`).join('');
  const ends = spaced(
    lines.flatMap(({ id, points }) => {
      const end = points[points.length - 1];
      return end ? [{ id, ...end }] : [];
    }),
  );
  const grid = [low + (high - low) * 0.08, (low + high) / 2, high - (high - low) * 0.08].map((kPa) =>
    Number(fromKPa(kPa, unit).toPrecision(2)),
  );
  const spoken = measured
    .map(
      ({ bench, judgement }) =>
        `${day(bench.job.openedAt)}: ` +
        judgement?.cylinders
          .map(({ id, compression }) => [id, compression ? formatPressure(compression.readKPa, unit) : 'not measured'])
          .map(([id, figure]) => `cylinder ${id} ${figure}`)
          .join(', '),
    )
    .join('; ');
  return (
    <View
      role="img"
      aria-label={`Readings in ${UNIT_SIGN[unit]}. ${spoken}`}
      style={{ width: '100%', maxWidth: 480, aspectRatio: WIDTH / HEIGHT, alignSelf: 'center' }}
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden>
        {grid.map((figure) => {
          const at = y(figure * (high / fromKPa(high, unit)));
          return (
            <G key={figure}>
              <Path d={`M${LEFT} ${at}H${WIDTH - RIGHT}`} stroke={c.line} strokeOpacity={0.25} strokeWidth={1} />
              <SvgFigure x={LEFT - 6} y={at + 4} size={11} colour={c.dim} anchor="end">
                {String(figure)}
              </SvgFigure>
            </G>
          );
        })}
        {limits.length > 0 ? (
          <Path
            d={limits.length > 1 ? path(limits) : `M${LEFT} ${limits[0]?.y}H${WIDTH - RIGHT}`}
            stroke={c.rust}
            strokeWidth={2}
            strokeDasharray="2 4"
            fill="none"
          />
        ) : null}
        {repaired.map((time) => (
          <G key={`repair ${time}`}>
            <Path d={`M${x(time)} ${TOP}V${HEIGHT - BOTTOM}`} stroke={c.amber} strokeWidth={3} />
            <SvgText x={x(time) + 4} y={TOP + 9} fontFamily={FACE.strong} fontSize={11} fill={c.dim}>
              repaired
            </SvgText>
          </G>
        ))}
        {lines.map(({ id, points, dash }) => (
          <G key={id}>
            <Path
              d={path(points)}
              stroke={c.ink}
              strokeWidth={2}
              fill="none"
              {...(dash ? { strokeDasharray: dash } : {})}
            />
            {points.map((point) => (
              <Path
                key={`doubt ${point.x}`}
                d={`M${point.x} ${point.y - point.doubt}V${point.y + point.doubt}`}
                stroke={c.dim}
                strokeWidth={2}
              />
            ))}
            {points.map((point) => (
              <Circle key={point.x} cx={point.x} cy={point.y} r={4} fill={c.plate} stroke={c.ink} strokeWidth={2} />
            ))}
          </G>
        ))}
        {ends.map(({ id, x: at, y: height }) => (
          <SvgText key={id} x={at + 9} y={height + 4} fontFamily={FACE.heavy} fontSize={12} fill={c.ink}>
            {id}
          </SvgText>
        ))}
        {measured.map(({ bench }, i) => {
          const at = x(Date.parse(bench.job.openedAt));
          const anchor =
            measured.length > 1 && i === 0
              ? 'start'
              : measured.length > 1 && i === measured.length - 1
                ? 'end'
                : 'middle';
          return (
            <SvgText
              key={bench.job.id}
              x={anchor === 'start' ? at - 8 : anchor === 'end' ? at + 8 : at}
              y={HEIGHT - 8}
              textAnchor={anchor}
              fontFamily={FACE.strong}
              fontSize={11}
              fill={c.dim}
            >
              {month(bench.job.openedAt)}
            </SvgText>
          );
        })}
      </Svg>
    </View>
  );
}

const LABEL_HEIGHT = 13;

/** Names at the line ends, moved apart so that none covers another. */
function spaced<T extends { y: number }>(ends: readonly T[]): T[] {
  const sorted = [...ends].sort((a, b) => a.y - b.y);
  return sorted.reduce<T[]>((placed, end) => {
    const above = placed[placed.length - 1];
    return [...placed, { ...end, y: above ? Math.max(end.y, above.y + LABEL_HEIGHT) : end.y }];
  }, []);
}
