import { scaleLinear } from 'd3-scale';
import { curveLinear, curveStepAfter, line } from 'd3-shape';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Text as SvgText } from 'react-native-svg';
import { Text } from '../Text';
import { fonts, themed, usePalette } from '../theme';
import { HiddenTable } from './HiddenTable';

interface Series {
  readonly name: string;
  /** One for each of `along`. */
  readonly values: readonly number[];
}

interface LineChartProps {
  readonly title: string;
  /** What stands along the bottom, in words: years, months. */
  readonly along: readonly string[];
  readonly alongTitle: string;
  readonly series: readonly Series[];
  /** Amounts in words. */
  readonly format: (value: number) => string;
  /** Values hold until the next: prices, not sums. */
  readonly steps?: boolean;
}

const height = 190;
const edge = { top: 10, right: 14, bottom: 24, left: 58 };
const dashes = ['', '7 4', '2 4', '10 3 2 3', '5 2', '1 3'];

/**
 * Lines over the same steps, each in a colour and a dash of its own and named below. Those who listen are read the
 * same numbers as a table.
 */
export function LineChart({ title, along, alongTitle, series, format, steps = false }: LineChartProps) {
  const styles = useStyles();
  const { pine, terracotta, sage, plum, marigold, quiet, line: rule } = usePalette();
  const colours = [pine, terracotta, sage, plum, marigold, quiet];
  const [width, setWidth] = useState(320);
  const most = Math.max(1, ...series.flatMap(({ values }) => values));
  const x = scaleLinear([0, Math.max(1, along.length - 1)], [edge.left, width - edge.right]);
  const y = scaleLinear([0, most], [height - edge.bottom, edge.top]).nice(4);
  const path = line<number>(
    (_, index) => x(index),
    (value) => y(value),
  ).curve(steps ? curveStepAfter : curveLinear);
  const every = Math.ceil(along.length / Math.max(2, Math.floor((width - edge.left) / 64)));
  return (
    <View>
      <View aria-hidden onLayout={({ nativeEvent }) => setWidth(Math.max(200, nativeEvent.layout.width))}>
        <Svg width={width} height={height}>
          {y.ticks(4).map((tick) => (
            <G key={tick}>
              <Line x1={edge.left} x2={width - edge.right} y1={y(tick)} y2={y(tick)} stroke={rule} />
              <SvgText
                x={edge.left - 6}
                y={y(tick) + 4}
                textAnchor="end"
                fontSize="11"
                fontFamily={fonts.mono}
                fill={quiet}
              >
                {format(tick)}
              </SvgText>
            </G>
          ))}
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
          {series.map(({ name, values }, index) => (
            <G key={name}>
              <Path
                d={path([...values]) ?? ''}
                fill="none"
                stroke={colours[index % colours.length] ?? pine}
                strokeWidth={2}
                strokeDasharray={dashes[index % dashes.length] ?? ''}
              />
              <Circle
                cx={x(values.length - 1)}
                cy={y(values.at(-1) ?? 0)}
                r={3.5}
                fill={colours[index % colours.length] ?? pine}
              />
            </G>
          ))}
        </Svg>
      </View>
      <View aria-hidden style={styles.legend}>
        {series.map(({ name }, index) => (
          <View key={name} style={styles.entry}>
            <Svg width={26} height={8}>
              <Line
                x1={0}
                x2={26}
                y1={4}
                y2={4}
                stroke={colours[index % colours.length] ?? pine}
                strokeWidth={2.5}
                strokeDasharray={dashes[index % dashes.length] ?? ''}
              />
            </Svg>
            <Text kind="small">{name}</Text>
          </View>
        ))}
      </View>
      <HiddenTable
        title={title}
        heads={[alongTitle, ...series.map(({ name }) => name)]}
        rows={along.map((step, index) => [step, ...series.map(({ values }) => format(values[index] ?? 0))])}
      />
    </View>
  );
}

const useStyles = themed(() => ({
  legend: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16, rowGap: 2, marginTop: 4 },
  entry: { flexDirection: 'row', alignItems: 'center', gap: 6 },
}));
