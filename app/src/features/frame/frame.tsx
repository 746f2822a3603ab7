import { usePathname } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet, Text, useWindowDimensions, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import Icon from '@/ui/icon';
import type { IconName } from '@/ui/icon-paths';
import { useRoom } from '@/ui/pad/room';
import { UpdateOffer } from './update-offer';
import { TapLink } from '@/ui/tap-link';
import { useColours } from '@/ui/theme';
import { FACE, RAIL, TOUCH } from '@/ui/tokens';

interface Place {
  name: string;
  path: '/' | '/engines' | '/practice' | '/shop';
  icon: IconName;
  holds(pathname: string): boolean;
}

const PLACES: readonly Place[] = [
  {
    name: 'Bay',
    path: '/',
    icon: 'tray-full',
    holds: (p) => p === '/' || p.startsWith('/jobs') || p.startsWith('/new-job'),
  },
  { name: 'Engines', path: '/engines', icon: 'engine-outline', holds: (p) => p.startsWith('/engines') },
  { name: 'Practice', path: '/practice', icon: 'school-outline', holds: (p) => p.startsWith('/practice') },
  {
    name: 'Shop',
    path: '/shop',
    icon: 'cog-outline',
    holds: (p) => ['/shop', '/outbox', '/testers', '/house-rules', '/prices'].some((path) => p.startsWith(path)),
  },
];

/** Where a test is in hand. */
const TESTS = /\/(compression|leakdown|crankcase|steps)$|^\/practice\/./;

/** The places: tabs under the thumb on a phone, a rail on a wide screen. A test in hand has the whole phone. */
export function Frame({ children }: { children: ReactNode }) {
  const c = useColours();
  const { width } = useWindowDimensions();
  const pathname = usePathname();
  const { side } = useRoom();
  const rail = width >= RAIL && !side;
  const testing = TESTS.test(pathname);
  return (
    <View style={[styles.frame, rail && styles.beside, { backgroundColor: c.ground }]}>
      {rail ? <Places rail /> : null}
      <View style={styles.place}>
        {testing ? null : <UpdateOffer />}
        {children}
      </View>
      {rail || testing ? null : <Places rail={false} low={side} />}
    </View>
  );
}

/** @param low on its side a phone has little height: name beside the picture */
function Places({ rail, low = false }: { rail: boolean; low?: boolean }) {
  const c = useColours();
  const pathname = usePathname();
  const { person } = useSignedIn();
  return (
    <View
      role="navigation"
      aria-label="Places"
      dataSet={{ print: 'hide' }}
      style={[rail ? styles.rail : styles.tabs, low && styles.low, { backgroundColor: c.groundDeep }]}
    >
      {PLACES.map(({ name, path, icon, holds }) => {
        const here = holds(pathname);
        return (
          <TapLink
            key={name}
            href={path}
            current={here}
            style={[
              rail ? styles.railItem : styles.tab,
              rail
                ? { borderLeftColor: here ? c.amber : 'transparent' }
                : { borderTopColor: here ? c.amber : 'transparent' },
            ]}
          >
            <View style={[styles.inside, low && styles.lowInside]}>
              <Icon name={icon} size={24} color={here ? c.amber : c.onGroundDim} />
              <Text
                style={{
                  color: here ? c.onGround : c.onGroundDim,
                  fontFamily: here ? FACE.heavy : FACE.strong,
                  fontSize: 15,
                }}
              >
                {name}
              </Text>
            </View>
          </TapLink>
        );
      })}
      {rail ? <Text style={[styles.person, { color: c.onGroundDim }]}>{person.name}</Text> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  frame: { flex: 1 },
  beside: { flexDirection: 'row' },
  place: { flex: 1, minWidth: 0 },
  tabs: { flexDirection: 'row', height: 64 },
  low: { height: TOUCH.least },
  lowInside: { flexDirection: 'row', justifyContent: 'center', gap: 8 },
  tab: { flex: 1, borderTopWidth: 4, justifyContent: 'center' },
  rail: { width: 92, paddingTop: 12, gap: 4 },
  railItem: { borderLeftWidth: 5, minHeight: TOUCH.main + 8, justifyContent: 'center', paddingRight: 5 },
  inside: { alignItems: 'center', gap: 2 },
  person: { marginTop: 'auto', paddingVertical: 16, textAlign: 'center', fontFamily: FACE.strong, fontSize: 13 },
});
