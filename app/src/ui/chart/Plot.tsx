import { scaleLinear } from 'd3-scale';
import { curveLinear, curveStepAfter, line } from 'd3-shape';
import Svg, { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import { palette } from '../palette';
import { fonts } from '../theme';
import { Ticks } from './Ticks';

export interface DrawnSeries {
  readonly name: string;
  /** One for each of `along`. */
  readonly values: readonly number[];
  readonly colour: string;
  readonly dash: string;
}

interface PlotProps {
  /** In pixels. */
  readonly width: number;
  readonly height: number;
  readonly along: readonly string[];
  readonly series: readonly DrawnSeries[];
  readonly format: (value: number) => string;
  readonly steps: boolean;
}

const edge = { top: 10, right: 14, bottom: 24, left: 58 };

/** The axes of a chart and its lines. */
export function Plot({ width, height, along, series, format, steps }: PlotProps) {
  const { quiet } = palette;
  const most = Math.max(1, ...series.flatMap(({ values }) => values));
  const x = scaleLinear([0, Math.max(1, along.length - 1)], [edge.left, width - edge.right]);
  const y = scaleLinear([0, most], [height - edge.bottom, edge.top]).nice(4);
  const path = line<number>(
    (_, index) => x(index),
    (value) => y(value),
  ).curve(steps ? curveStepAfter : curveLinear);
  const every = Math.ceil(along.length / Math.max(2, Math.floor((width - edge.left) / 64)));
  return (
    <Svg width={width} height={height}>
      <Ticks y={y} left={edge.left} right={width - edge.right} format={format} />
      {along.map((step, index) =>
        index % every === 0 ? (
          <SvgText
            key={step}
            x={x(index)}
            y={height - 7}
            textAnchor="middle"
            fontSize="11"
            fontFamily={fonts.text}
            fill={quiet}
          >
            {step}
          </SvgText>
        ) : null,
      )}
      {series.map(({ name, values, colour, dash }) => (
        <G key={name}>
          <Path d={path([...values]) ?? ''} fill="none" stroke={colour} strokeWidth={2} strokeDasharray={dash} />
          <Circle cx={x(values.length - 1)} cy={y(values.at(-1) ?? 0)} r={3.5} fill={colour} />
        </G>
      ))}
    </Svg>
  );
}
