import { useRef } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { Button } from '@/ui/button';
import { Dial } from '@/ui/dial';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { RAIL } from '@/ui/tokens';
import { useKeys } from '@/ui/use-keys';
import { Figure, Words } from '@/ui/words';
import { Cylinders } from './cylinders';
import { Cord, HeldKey } from './hand-on';
import { OilCan } from './oil-can';
import { useCranking } from './use-cranking';
import type { AtCylinder } from './use-practice';

/** The gauge in the plug hole: a key that is held, or a cord that is pulled. */
export const CrankBay = (props: AtCylinder) => <Gauge key={props.cylinder} {...props} />;

function Gauge({ of, worked, cylinder, onCylinder }: AtCylinder) {
  const { tight } = useRoom();
  const c = useColours();
  const { engine, books, tests } = worked.of.job;
  const { pulled, work } = worked;
  const cranking = useCranking(of, worked, cylinder);
  const { running, strokes } = cranking;
  const face = useRef<View>(null);
  /** Whoever turns it wants to see the needle. */
  const look = () =>
    (face.current as unknown as HTMLElement | null)?.scrollIntoView({
      block: 'center',
      behavior: matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth',
    });
  const down = () => {
    look();
    cranking.down();
  };
  const pull = () => {
    if (!running) look();
    cranking.pull();
  };
  useKeys(pulled ? { ' ': pull, Enter: cranking.read } : {}, pulled);

  const book = books?.[0]?.compression;
  const tester = tests?.flatMap((test) => (test.kind === 'compression' && test.tester ? [test.tester] : []))[0];
  const last = work.compression.findLast(({ reading }) => reading.cylinder === cylinder)?.reading;
  const bars = running || strokes.length > 0 ? strokes : (last?.strokes ?? []);
  const shown = running ? strokes.at(-1) : last?.peak;
  const before = worked.of.past?.figures.find((one) => one.cylinder === cylinder)?.peak;
  const others = new Map(
    work.compression.flatMap(({ reading }) =>
      reading.cylinder === cylinder || reading.wet ? [] : [[reading.cylinder, reading.peak] as const],
    ),
  );
  return (
    <>
      <View ref={face}>
        <Plate label="Gauge" style={styles.plate}>
          <Cylinders ids={engine.cylinders} chosen={cylinder} onChoose={onCylinder} />
          <Dial
            maxWidth={tight ? 240 : 320}
            {...(shown === undefined ? {} : { figure: shown })}
            shown={shown === undefined ? '' : String(shown)}
            unit={tester?.unit ?? 'psi'}
            fullScale={tester?.fullScale ?? 300}
            {...(book?.min === undefined ? {} : { min: book.min })}
            {...(book?.max === undefined ? {} : { max: book.max })}
            {...(before === undefined ? {} : { lastTime: before })}
            others={[...others].map(([name, at]) => ({ name, at }))}
            {...(running ? { live: cranking.needle } : {})}
          />
          <Strokes figures={bars} pulled={pulled} />
        </Plate>
      </View>
      <View style={[styles.hand, { backgroundColor: c.ground }]}>
        {pulled ? (
          <>
            <Cord onPull={pull}>
              <Button kind="main" onPress={pull} disabled={of.busy && !running}>
                Pull the cord
              </Button>
            </Cord>
            {running ? (
              <Button kind="ground" tall onPress={cranking.read}>
                Read it
              </Button>
            ) : null}
          </>
        ) : (
          <HeldKey held={running} disabled={of.busy && !running} onDown={down} onUp={cranking.up} />
        )}
      </View>
      {worked.of.rule.cart.includes('oil-can') ? <OilCan of={of} worked={worked} cylinder={cylinder} /> : null}
    </>
  );
}

/** Height of the tallest bar, px. */
const TALLEST = 34;

function Strokes({ figures, pulled }: { figures: readonly number[]; pulled: boolean }) {
  const c = useColours();
  const wide = useWindowDimensions().width >= RAIL;
  if (figures.length === 0)
    return (
      <View style={styles.bars}>
        <Words colour="dim">
          {pulled
            ? 'Swipe the cord, again and again, until it stands.'
            : `Hold the key${wide ? ', or C,' : ''} until the needle stands.`}
        </Words>
      </View>
    );
  return (
    <View style={styles.bars} role="list" aria-label={pulled ? 'Pulls' : 'Strokes'}>
      {figures.map((figure, i) => (
        <View key={i} role="listitem" style={styles.bar}>
          <Figure style={styles.figure}>{String(Math.round(figure))}</Figure>
          <View
            style={{
              height: Math.max(2, (TALLEST * figure) / Math.max(1, ...figures)),
              backgroundColor: c.amber,
              borderColor: c.line,
              borderWidth: 1,
            }}
          />
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  bars: { flexDirection: 'row', alignItems: 'flex-end', gap: 5, minHeight: 56 },
  bar: { flex: 1, maxWidth: 44, gap: 2 },
  figure: { fontSize: 13, textAlign: 'center' },
  // In reach of the thumb while the rest scrolls under it.
  hand: { flexDirection: 'row', gap: 8, position: 'sticky' as 'absolute', bottom: 0, zIndex: 1, paddingTop: 4 },
});
