import type { ScaleLinear } from 'd3-scale';
import { G, Line, Text as SvgText } from 'react-native-svg';
import { palette } from '../palette';
import { fonts } from '../theme';

interface TicksProps {
  readonly y: ScaleLinear<number, number>;
  /** Where the plot begins and ends, in pixels. */
  readonly left: number;
  readonly right: number;
  readonly format: (value: number) => string;
}

/** Lines across a chart, each with its amount. */
export function Ticks({ y, left, right, format }: TicksProps) {
  return y.ticks(4).map((tick) => (
    <G key={tick}>
      <Line x1={left} x2={right} y1={y(tick)} y2={y(tick)} stroke={palette.line} />
      <SvgText x={left - 6} y={y(tick) + 4} textAnchor="end" fontSize="11" fontFamily={fonts.mono} fill={palette.quiet}>
        {format(tick)}
      </SvgText>
    </G>
  ));
}
