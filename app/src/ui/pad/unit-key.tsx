import { UNIT_SIGN, type VacuumUnit } from '@rugged/core';
import { StyleSheet } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useColours } from '../theme';
import { RADIUS, TOUCH } from '../tokens';
import { Strong } from '../words';
import { useRoom } from './room';

/** The unit beside a figure: a tap shows this pad, and only this pad, in the next one. */
export function UnitKey({ unit, onPress }: { unit: VacuumUnit; onPress(): void }) {
  const c = useColours();
  const { tight } = useRoom();
  return (
    <TouchableRipple
      role="button"
      borderless
      aria-label={`Unit ${UNIT_SIGN[unit]}, switch`}
      onPress={onPress}
      style={[styles.key, { backgroundColor: c.plateSunk, minHeight: tight ? TOUCH.tight : TOUCH.least }]}
    >
      <Strong>{UNIT_SIGN[unit]}</Strong>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  key: {
    minWidth: TOUCH.least,
    borderRadius: RADIUS,
    paddingHorizontal: 6,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
