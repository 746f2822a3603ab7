import { StyleSheet, Text, View } from 'react-native';
import { useOutbox } from '@/data/use-outbox';
import Icon from '@/ui/icon';
import { TapLink } from '@/ui/tap-link';
import { useColours } from '@/ui/theme';
import { FACE } from '@/ui/tokens';

/** How much is kept on this device and not sent yet, on every place's head. Nothing to say: nothing shown. */
export function KeptBadge() {
  const c = useColours();
  const { entries, signal } = useOutbox();
  const refused = entries.filter((entry) => entry.problem).length;
  if (entries.length === 0 && signal === 'on') return null;
  const words =
    refused > 0
      ? `${refused} refused`
      : entries.length > 0
        ? `${entries.length} kept here`
        : signal === 'off'
          ? 'No signal'
          : 'Signed out';
  const fill = refused > 0 || signal === 'signed-out' ? c.amber : 'transparent';
  const ink = fill === 'transparent' ? c.onGround : c.onAmber;
  return (
    <TapLink
      href="/outbox"
      label={`${words}. Show what waits to be sent`}
      style={[styles.badge, { borderColor: c.onGround, backgroundColor: fill }]}
    >
      <View style={styles.inside}>
        {signal === 'off' ? <Icon name="cloud-off-outline" size={18} color={ink} /> : null}
        <Text style={{ color: ink, fontFamily: FACE.strong, fontSize: 14 }}>{words}</Text>
      </View>
    </TapLink>
  );
}

const styles = StyleSheet.create({
  badge: { minHeight: 48, borderWidth: 1.5, borderRadius: 8, paddingHorizontal: 10, justifyContent: 'center' },
  inside: { flexDirection: 'row', alignItems: 'center', gap: 6 },
});
