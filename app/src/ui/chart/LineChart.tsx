import { lazy, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line } from 'react-native-svg';
import { palette } from '../palette';
import { Text } from '../Text';
import { WhenSeen } from '../WhenSeen';
import { HiddenTable } from './HiddenTable';
import type { DrawnSeries } from './Plot';

/** Scales and curves come when a chart is looked at: the first view needs none. */
const Plot = lazy(async () => ({ default: (await import('./plots')).Plot }));

type Series = Pick<DrawnSeries, 'name' | 'values'>;

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
const dashes = ['', '7 4', '2 4', '10 3 2 3', '5 2', '1 3'];

/**
 * Lines over the same steps, each in a colour and a dash of its own and named below. Those who listen are read the
 * same numbers as a table.
 */
export function LineChart({ title, along, alongTitle, series, format, steps = false }: LineChartProps) {
  const { pine, terracotta, sage, plum, marigold, quiet } = palette;
  const colours = [pine, terracotta, sage, plum, marigold, quiet];
  const [width, setWidth] = useState(320);
  const drawn = series.map((one, index): DrawnSeries => ({
    ...one,
    colour: colours[index % colours.length] ?? pine,
    dash: dashes[index % dashes.length] ?? '',
  }));
  return (
    <View>
      <View aria-hidden onLayout={({ nativeEvent }) => setWidth(Math.max(200, nativeEvent.layout.width))}>
        <WhenSeen minHeight={height}>
          <Suspense fallback={<View style={{ height }} />}>
            <Plot width={width} height={height} along={along} series={drawn} format={format} steps={steps} />
          </Suspense>
        </WhenSeen>
      </View>
      <View aria-hidden style={styles.legend}>
        {drawn.map(({ name, colour, dash }) => (
          <View key={name} style={styles.entry}>
            <Svg width={26} height={8}>
              <Line x1={0} x2={26} y1={4} y2={4} stroke={colour} strokeWidth={2.5} strokeDasharray={dash} />
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

const styles = StyleSheet.create({
  legend: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16, rowGap: 2, marginTop: 4 },
  entry: { flexDirection: 'row', alignItems: 'center', gap: 6 },
});
