import type { EnginePlan, PlacedCylinder } from '@rugged/core';
import { G, Path, Rect } from 'react-native-svg';
import type { Colours } from './tokens';

/** Where cylinders stand on the drawing. `cell` is the room one of them takes. */
export interface PlanGeometry {
  width: number;
  height: number;
  cell: { width: number; height: number };
  centre(cylinder: PlacedCylinder): { x: number; y: number };
}

const MARGIN = 8;

/** Drawing geometry for a plan whose cylinders have `radius` and leave `below` free for words under each. */
export function planGeometry(plan: EnginePlan, radius: number, below: number): PlanGeometry {
  const cell = { width: 2 * radius + 8, height: 2 * radius + 8 + below };
  const tilt = plan.shape === 'vee-twin' ? 10 : 0;
  return {
    width: plan.width * cell.width + 2 * MARGIN + 2 * tilt,
    height: plan.height * cell.height + 2 * MARGIN,
    cell,
    centre: ({ x, y }) => ({ x: MARGIN + tilt + (x + 0.5) * cell.width, y: MARGIN + y * cell.height + radius + 4 }),
  };
}

/** The castings seen from above: block, banks or barrels, and the flywheel end. */
export function PlanOutline({
  plan,
  geometry,
  colours,
  stroke = 2.5,
}: {
  plan: EnginePlan;
  geometry: PlanGeometry;
  colours: Colours;
  stroke?: number;
}) {
  const { width: w, height: h } = geometry;
  const common = {
    fill: colours.plateSunk,
    stroke: colours.line,
    strokeWidth: stroke,
    strokeLinejoin: 'round' as const,
  };
  const inset = stroke;
  const block = (
    <Rect x={inset} y={inset} width={w - 2 * inset} height={h - 2 * inset} rx={Math.min(14, w / 8)} {...common} />
  );
  switch (plan.shape) {
    case 'single':
      return block;
    case 'row':
      return (
        <G>
          {block}
          <Path
            d={`M${inset + stroke} ${h * 0.3}v${h * 0.4}`}
            stroke={colours.line}
            strokeWidth={stroke * 2.4}
            fill="none"
          />
        </G>
      );
    case 'stack':
      return (
        <G>
          {block}
          <Path
            d={`M${w * 0.2} ${inset + stroke}h${w * 0.6}`}
            stroke={colours.line}
            strokeWidth={stroke * 2.4}
            fill="none"
          />
        </G>
      );
    case 'vee': {
      const mid = w / 2;
      const notch = Math.min(w * 0.05, 10);
      const depth = Math.min(h * 0.2, 34);
      return (
        <G>
          <Path
            d={
              `M${inset + 8} ${inset}H${mid - notch * 2}L${mid} ${inset + depth}L${mid + notch * 2} ` +
              `${inset}H${w - inset - 8}Q${w - inset} ${inset} ${w - inset} ` +
              `${inset + 8}V${h - inset - 8}Q${w - inset} ${h - inset} ${w - inset - 8} ` +
              `${h - inset}H${inset + 8}Q${inset} ${h - inset} ${inset} ${h - inset - 8}V${inset + 8}Q${inset} ` +
              `${inset} ${inset + 8} ${inset}Z`
            }
            {...common}
          />
          <Path
            d={`M${mid} ${inset + depth}V${h - inset}`}
            stroke={colours.line}
            strokeWidth={stroke / 2}
            strokeDasharray="4 5"
            fill="none"
          />
        </G>
      );
    }
    case 'vee-twin': {
      const mid = w / 2;
      const barrel = (side: 1 | -1) => {
        const outer = mid + side * (mid - inset);
        const inner = mid + side * stroke * 1.5;
        const lean = side * Math.min(16, w * 0.08);
        return (
          `M${inner} ${inset + h * 0.12}L${inner + lean * 1.6} ${inset}L${outer - lean * 0.2} ` +
          `${inset + h * 0.1}L${outer - lean * 0.9} ${h - inset}L${inner} ${h - inset - h * 0.08}Z`
        );
      };
      return (
        <G>
          <Path d={barrel(-1)} {...common} />
          <Path d={barrel(1)} {...common} />
        </G>
      );
    }
    case 'flat': {
      const case_ = { x: w * 0.36, width: w * 0.28 };
      return (
        <G>
          <Rect x={inset} y={inset} width={w * 0.42} height={h - 2 * inset} rx={10} {...common} />
          <Rect x={w * 0.58 - inset} y={inset} width={w * 0.42} height={h - 2 * inset} rx={10} {...common} />
          <Rect x={case_.x} y={inset + 4} width={case_.width} height={h - 2 * inset - 8} rx={6} {...common} />
        </G>
      );
    }
  }
}
