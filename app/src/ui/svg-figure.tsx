import { Text as SvgText, TSpan } from 'react-native-svg';
import { FACE } from './tokens';

interface Props {
  x: number;
  y: number;
  size: number;
  colour: string;
  children: string;
  anchor?: 'start' | 'middle' | 'end';
}

/** How much of its full width a decimal point gives up on each side. */
const POINT_SQUEEZE = 0.17;

/** A figure in the instrument face on a drawing, its decimal point as narrow as in print. */
export function SvgFigure({ x, y, size, colour, children, anchor = 'middle' }: Props) {
  const [whole, fraction] = children.split('.');
  return (
    <SvgText x={x} y={y} textAnchor={anchor} fontFamily={FACE.instrument} fontSize={size} fill={colour}>
      {fraction === undefined
        ? whole
        : [
            <TSpan key="whole">{whole}</TSpan>,
            <TSpan key="point" dx={-POINT_SQUEEZE * size}>
              .
            </TSpan>,
            <TSpan key="fraction" dx={-POINT_SQUEEZE * size}>
              {fraction}
            </TSpan>,
          ]}
    </SvgText>
  );
}
