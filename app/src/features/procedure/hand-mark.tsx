import type { Hand } from '@rugged/core/procedure';
import { StyleSheet, View } from 'react-native';
import Icon from '@/ui/icon';
import type { IconName } from '@/ui/icon-paths';
import { useColours } from '@/ui/theme';
import { LINE } from '@/ui/tokens';

const PICTURE: Readonly<Record<Hand, IconName>> = {
  'plug-hole': 'circle-double',
  flywheel: 'rotate-right',
  ignition: 'flash-outline',
  fuel: 'gas-station-outline',
  air: 'weather-windy',
  cooling: 'thermometer',
  eyes: 'safety-goggles',
  exhaust: 'smoke',
  case: 'arrow-collapse-vertical',
  battery: 'battery-charging-outline',
  lifting: 'hook',
  boat: 'fan',
};
export const HAND_WORD: Readonly<Record<Hand, string>> = {
  'plug-hole': 'At the plug hole',
  flywheel: 'At what turns',
  ignition: 'At the ignition',
  fuel: 'At the fuel',
  air: 'At the air',
  cooling: 'At the coolant',
  eyes: 'For the eyes',
  exhaust: 'At the exhaust',
  case: 'At the crankcase',
  battery: 'At the battery',
  lifting: 'Under the load',
  boat: 'At the propeller',
};

/** Where the hand is in danger, as a picture. */
export function HandMark({ hand, size = 44 }: { hand: Hand; size?: number }) {
  const c = useColours();
  return (
    <View
      aria-hidden
      style={[
        styles.mark,
        { width: size, height: size, borderRadius: size / 2, backgroundColor: c.amber, borderColor: c.onAmber },
      ]}
    >
      <Icon name={PICTURE[hand]} size={0.6 * size} color={c.onAmber} />
    </View>
  );
}

const styles = StyleSheet.create({
  mark: { borderWidth: LINE, alignItems: 'center', justifyContent: 'center', flexShrink: 0 },
});
