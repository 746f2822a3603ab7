import { StyleSheet, View } from 'react-native';
import { type GaugeShows, type GaugeTick, gaugeWords } from './gauge';
import { useColours } from './theme';
import { useMoving } from './use-moving';
import { Figure, Strong } from './words';

/** A gauge laid flat, where a dial has no room: limits, the other cylinders under it, and where the figure stands. */
export function BarGauge(shows: GaugeShows) {
  const { figure, fullScale, min, max, shade, here, others = [], lastTime, live } = shows;
  const c = useColours();
  const share = (x: number) => 100 * Math.min(1, Math.max(0, x / fullScale));
  const at = (x: number): `${number}%` => `${Number(share(x).toFixed(2))}%`;
  const span = (from: number, to: number) =>
    ({ left: at(from), width: `${Number((share(to) - share(from)).toFixed(2))}%` }) as const;
  return (
    <View role="img" aria-label={gaugeWords(shows)} style={styles.bar}>
      <View style={styles.over} aria-hidden>
        {[min, max].map((limit, i) =>
          limit === undefined ? null : (
            <Figure key={i} style={[styles.limit, { left: at(limit) }]}>
              {limit.toFixed(fullScale < LOW_SCALE ? 1 : 0)}
            </Figure>
          ),
        )}
      </View>
      <View style={[styles.track, { backgroundColor: c.plateSunk }]}>
        {min === undefined ? null : (
          <>
            <View style={[styles.dots, span(0, min), { borderColor: c.rust }]} />
            <View style={[styles.band, span(min, max ?? fullScale), { backgroundColor: c.moss }]} />
          </>
        )}
        {here ? <View style={[styles.here, span(here.from, here.to), { backgroundColor: c.slate }]} /> : null}
        {shade ? <View style={[styles.shade, span(shade.from, shade.to), { backgroundColor: c.slate }]} /> : null}
        {lastTime === undefined ? null : (
          <View style={[styles.last, { left: at(lastTime), backgroundColor: c.slate }]} />
        )}
        {live ? (
          <LiveHand at={() => share(live())} />
        ) : figure === undefined ? null : (
          <View style={[styles.hand, { left: at(figure), backgroundColor: c.amber, borderColor: c.ink }]} />
        )}
      </View>
      <View style={styles.under} aria-hidden>
        {others.map(({ name, at: x }) => (
          <View key={name} style={[styles.tick, { left: at(x), backgroundColor: c.ink }]} />
        ))}
        {together(others, (x) => share(x)).map(({ names, percent }) => (
          <Strong key={names} style={[styles.name, { left: `${percent}%` }]}>
            {names}
          </Strong>
        ))}
      </View>
    </View>
  );
}

/** Names that would run into each other stand as one. */
function together(ticks: readonly GaugeTick[], share: (x: number) => number) {
  return [...ticks]
    .sort((a, b) => a.at - b.at)
    .reduce<{ names: string; percent: number; last: number }[]>((done, { name, at }) => {
      const percent = Number(share(at).toFixed(2));
      const before = done[done.length - 1];
      return before && percent - before.last < CLOSE
        ? [
            ...done.slice(0, -1),
            { names: `${before.names}, ${name}`, percent: (before.percent + percent) / 2, last: percent },
          ]
        : [...done, { names: name, percent, last: percent }];
    }, []);
}
/** Closer than this, percent of the bar, two names touch. */
const CLOSE = 7;
/** Bar and kgf/cm2 are read to a tenth. */
const LOW_SCALE = 50;

function LiveHand({ at }: { at(): number }) {
  const c = useColours();
  const hand = useMoving<View>(at, (element, percent) => {
    element.style.left = `${percent.toFixed(2)}%`;
  });
  return <View ref={hand} style={[styles.hand, { backgroundColor: c.amber, borderColor: c.ink }]} />;
}

const styles = StyleSheet.create({
  bar: { alignSelf: 'stretch', paddingHorizontal: 4 },
  track: { height: 20 },
  dots: { position: 'absolute', top: 7, borderTopWidth: 5, borderStyle: 'dotted' },
  band: { position: 'absolute', top: 0, bottom: 0 },
  here: { position: 'absolute', bottom: 0, height: 4 },
  shade: { position: 'absolute', top: 4, height: 8, opacity: 0.7 },
  last: { position: 'absolute', top: 0, bottom: 0, width: 4, marginLeft: -2, opacity: 0.75 },
  hand: { position: 'absolute', top: -4, bottom: -4, width: 8, marginLeft: -4, borderWidth: 1 },
  over: { height: 15 },
  under: { height: 20 },
  limit: {
    position: 'absolute',
    top: 0,
    marginLeft: -20,
    width: 40,
    fontSize: 12,
    lineHeight: 14,
    textAlign: 'center',
  },
  tick: { position: 'absolute', top: 0, width: 3, marginLeft: -1.5, height: 6 },
  name: { position: 'absolute', top: 7, width: 80, marginLeft: -40, fontSize: 12, lineHeight: 13, textAlign: 'center' },
});
