import { type ReactNode, useEffect } from 'react';
import { ActivityIndicator, StyleSheet, View } from 'react-native';
import { Button, IconButton } from './button';
import Icon from './icon';
import type { IconName } from './icon-paths';
import { useRoom } from './pad/room';
import { Plate } from './plate';
import { Scroll } from './scroll';
import { useColours } from './theme';
import { SIZE, SPACE, TOUCH } from './tokens';
import { Title, Words } from './words';

interface ScreenProps {
  title: string;
  under?: string;
  onBack?(): void;
  /** At the right of the head: one thing at most. */
  action?: ReactNode;
  children: ReactNode;
  /** The screen lays itself out to the height and does not scroll. */
  fixed?: boolean;
  wide?: boolean;
  /** Under the scrolling body, always in reach of the thumb. */
  foot?: ReactNode;
}

/** Head and body of a place. */
export function Screen({ title, under, onBack, action, children, fixed = false, wide = false, foot }: ScreenProps) {
  useEffect(() => {
    document.title = `${title} · Rugged Gauge`;
  }, [title]);
  const width = wide ? styles.wide : styles.narrow;
  const { tight, side } = useRoom();
  const low = side || (fixed && tight);
  return (
    <View style={styles.screen} role="main">
      <View style={[styles.head, width, low && styles.low]} dataSet={{ print: 'hide' }}>
        {onBack ? <IconButton icon="chevron-left" label="Back" onPress={onBack} ground /> : null}
        <View style={[styles.names, side && low && styles.oneLine]}>
          <Title
            level={1}
            colour="onGround"
            lines={1}
            style={[low ? styles.lowTitle : onBack ? styles.inner : styles.place, side && low && styles.whole]}
          >
            {title}
          </Title>
          {under ? (
            <Words colour="onGroundDim" lines={1} style={low ? styles.lowUnder : styles.under}>
              {under}
            </Words>
          ) : null}
        </View>
        {action}
      </View>
      {fixed ? (
        <View style={[styles.fixed, width, low && styles.lowBody, side && styles.wide]}>{children}</View>
      ) : (
        <Scroll style={styles.scroll} contentContainerStyle={[styles.body, width]} keyboardShouldPersistTaps="handled">
          {children}
        </Scroll>
      )}
      {foot ? <View style={[styles.foot, width]}>{foot}</View> : null}
    </View>
  );
}

/**
 * Something is on its way and it takes a moment. It turns by a style, not by a script: a script that animates under
 * Suspense keeps interrupting the retry of what is waited for, on a slow phone for ever.
 */
export function Waiting({ what }: { what: string }) {
  const c = useColours();
  return (
    <View style={styles.centre} role="status" aria-label={what}>
      <ActivityIndicator color={c.amber} size={36} aria-label={what} />
      <Words colour="onGroundDim">{what}</Words>
    </View>
  );
}

interface EmptyProps {
  icon: IconName;
  title: string;
  words: string;
  button?: string;
  onPress?(): void;
  /** It is the whole page: its title is the page's. */
  alone?: boolean;
}

/** Nothing here, or it could not be had: said in words, with the way on. */
export function Empty({ icon, title, words, button, onPress, alone = false }: EmptyProps) {
  const c = useColours();
  return (
    <Plate style={styles.empty}>
      <Icon name={icon} size={40} color={c.dim} />
      <Title level={alone ? 1 : 2}>{title}</Title>
      <Words colour="dim" style={styles.emptyWords}>
        {words}
      </Words>
      {button && onPress ? (
        <Button kind="main" onPress={onPress} tall={false}>
          {button}
        </Button>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1 },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    paddingHorizontal: 12,
    paddingTop: 10,
    paddingBottom: 8,
    minHeight: 66,
  },
  low: { minHeight: TOUCH.tight, paddingTop: 2, paddingBottom: 3, gap: 4, paddingHorizontal: 8 },
  lowTitle: { fontSize: 18, lineHeight: 20 },
  lowUnder: { fontSize: 13, lineHeight: 15 },
  oneLine: { flexDirection: 'row', alignItems: 'baseline', gap: 10 },
  whole: { flexShrink: 0 },
  lowBody: { paddingHorizontal: 8, paddingBottom: 6 },
  names: { flex: 1, minWidth: 0 },
  foot: { paddingHorizontal: 12, paddingVertical: 8, gap: 8 },
  place: { fontSize: SIZE.place, lineHeight: 27 },
  inner: { fontSize: 20, lineHeight: 23 },
  under: { fontSize: SIZE.small, lineHeight: 19 },
  scroll: { flex: 1 },
  body: { paddingHorizontal: 12, paddingBottom: 20, gap: SPACE.plates },
  fixed: { flex: 1, paddingHorizontal: 12, paddingBottom: 12, gap: SPACE.gap },
  narrow: { width: '100%', maxWidth: 760, alignSelf: 'center' },
  wide: { width: '100%', maxWidth: 1680, alignSelf: 'center' },
  centre: { flex: 1, alignItems: 'center', justifyContent: 'center', gap: 12, minHeight: 200 },
  empty: { alignItems: 'center', gap: 8, paddingVertical: 28, width: '100%', maxWidth: 760, alignSelf: 'center' },
  emptyWords: { textAlign: 'center', maxWidth: 420, marginBottom: 6 },
});
