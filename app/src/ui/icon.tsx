import Svg, { Path } from 'react-native-svg';
import { iconPaths } from './icon-paths';

interface Props {
  name: string;
  color?: string | undefined;
  size?: number;
  testID?: string;
}

/** A Material Design icon as SVG. Also what Paper draws in place of its icon font. */
export default function Icon({ name, color = 'black', size = 24, testID }: Props) {
  const path = (iconPaths as Record<string, string>)[name];
  if (!path && __DEV__) console.error(`Icon '${name}' is missing: add it to scripts/generate-icons.mjs`);
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" testID={testID} aria-hidden>
      <Path d={path ?? iconPaths['help-circle-outline']} fill={color} />
    </Svg>
  );
}
