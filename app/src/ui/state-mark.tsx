import type { State } from '@rugged/core';
import { View } from 'react-native';
import Svg, { Circle, G, Path } from 'react-native-svg';
import { useColours } from './theme';
import { type Colours, SIZE } from './tokens';
import { Strong } from './words';

export const STATE_COLOUR: Readonly<Record<State, keyof Colours>> = {
  sound: 'moss',
  watch: 'ochre',
  low: 'rust',
  dead: 'rust',
  unproven: 'slate',
};
export const STATE_WORD: Readonly<Record<State, string>> = {
  sound: 'Sound',
  watch: 'Watch',
  low: 'Low',
  dead: 'Dead',
  unproven: 'Unproven',
};

/** The mark of a state in a 16 by 16 box: never a bare colour. */
export function StateShape({ state, colour }: { state: State; colour: string }) {
  switch (state) {
    case 'sound':
      return <Circle cx={8} cy={8} r={7} fill={colour} />;
    case 'watch':
      return (
        <G>
          <Circle cx={8} cy={8} r={6.2} fill="none" stroke={colour} strokeWidth={1.8} />
          <Path d="M8 1.8a6.2 6.2 0 0 1 0 12.4z" fill={colour} />
        </G>
      );
    case 'low':
      return <Path d="M1 3h14L8 15z" fill={colour} />;
    case 'dead':
      return (
        <G>
          <Circle cx={8} cy={8} r={6.2} fill="none" stroke={colour} strokeWidth={2} />
          <Path d="M4.4 4.4l7.2 7.2M11.6 4.4l-7.2 7.2" stroke={colour} strokeWidth={2} />
        </G>
      );
    case 'unproven':
      return <Circle cx={8} cy={8} r={6.2} fill="none" stroke={colour} strokeWidth={2} strokeDasharray="3.2 2.4" />;
  }
}

export function StateMark({ state, size = 16, word = true }: { state: State; size?: number; word?: boolean }) {
  const colours = useColours();
  const colour = colours[STATE_COLOUR[state]];
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
      <Svg width={size} height={size} viewBox="0 0 16 16" aria-hidden>
        <StateShape state={state} colour={colour} />
      </Svg>
      {word ? (
        <Strong colour={STATE_COLOUR[state]} style={{ fontSize: Math.max(SIZE.small, size) }}>
          {STATE_WORD[state]}
        </Strong>
      ) : null}
    </View>
  );
}
