import { lazy, Suspense } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { palette } from '../palette';
import { Text } from '../Text';
import { WhenSeen } from '../WhenSeen';
import type { Bar } from './BarPlot';
import { HiddenTable } from './HiddenTable';

/** Scales come when a chart is looked at: the first view needs none. */
const BarPlot = lazy(async () => ({ default: (await import('./plots')).BarPlot }));

interface BarChartProps {
  readonly title: string;
  readonly alongTitle: string;
  /** What the solid and the hollow part of a bar are. */
  readonly parts: readonly [string, string];
  readonly bars: readonly Bar[];
  /** The bar that is looked at. */
  readonly chosen: string | undefined;
  readonly onChoose: (key: string) => void;
  /** Amounts in words, long and short. */
  readonly format: (value: number) => string;
  readonly short: (value: number) => string;
}

const height = 210;

/** Bars beside one another, as many as there are, moved under a narrow screen; as a table for those who listen. */
export function BarChart({ title, alongTitle, parts, bars, chosen, onChoose, format, short }: BarChartProps) {
  const { pine, plum } = palette;
  return (
    <View>
      <View aria-hidden>
        <ScrollView horizontal showsHorizontalScrollIndicator={false}>
          <WhenSeen minHeight={height}>
            <Suspense fallback={<View style={{ height }} />}>
              <BarPlot height={height} bars={bars} chosen={chosen} onChoose={onChoose} format={short} />
            </Suspense>
          </WhenSeen>
        </ScrollView>
        <View style={styles.legend}>
          {parts.map((part, place) => (
            <View key={part} style={styles.entry}>
              <Svg width={12} height={12}>
                {place === 0 ? (
                  <Rect x={1} y={1} width={10} height={10} rx={2} fill={pine} />
                ) : (
                  <Rect x={1} y={1} width={10} height={10} rx={2} fill="none" stroke={plum} strokeDasharray="3 2" />
                )}
              </Svg>
              <Text kind="small">{part}</Text>
            </View>
          ))}
        </View>
      </View>
      <HiddenTable
        title={title}
        heads={[alongTitle, ...parts]}
        rows={bars
          .filter(({ solid, hollow }) => solid + hollow > 0)
          .map(({ words, solid, hollow }) => [words, format(solid), format(hollow)])}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  legend: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16, rowGap: 2, marginTop: 4 },
  entry: { flexDirection: 'row', alignItems: 'center', gap: 6 },
});
