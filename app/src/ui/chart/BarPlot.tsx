import { scaleLinear } from 'd3-scale';
import Svg, { G, Rect, Text as SvgText } from 'react-native-svg';
import { palette } from '../palette';
import { fonts } from '../theme';
import { Ticks } from './Ticks';

/** One bar: what is certain of it, and on top of that what is not. */
export interface Bar {
  readonly key: string;
  /** What it stands for, in words. */
  readonly words: string;
  /** Written below it, where anything is. */
  readonly mark?: string;
  readonly solid: number;
  readonly hollow: number;
}

interface BarPlotProps {
  /** In pixels. */
  readonly height: number;
  readonly bars: readonly Bar[];
  readonly chosen: string | undefined;
  readonly onChoose: (key: string) => void;
  readonly format: (value: number) => string;
}

const edge = { top: 10, right: 8, bottom: 24, left: 52 };
const step = 19;
const thick = 13;

export function BarPlot({ height, bars, chosen, onChoose, format }: BarPlotProps) {
  const { pine, plum, terracotta, quiet } = palette;
  const width = edge.left + bars.length * step + edge.right;
  const most = Math.max(1, ...bars.map(({ solid, hollow }) => solid + hollow));
  const y = scaleLinear([0, most], [height - edge.bottom, edge.top]).nice(4);
  return (
    <Svg width={width} height={height}>
      <Ticks y={y} left={edge.left} right={width - edge.right} format={format} />
      {bars.map(({ key, solid, hollow, mark }, place) => {
        const x = edge.left + place * step + (step - thick) / 2;
        return (
          <G key={key} onPress={() => onChoose(key)}>
            <Rect x={x - 3} y={0} width={step} height={height} fill="transparent" />
            {solid > 0 ? (
              <Rect
                x={x}
                y={y(solid)}
                width={thick}
                height={y(0) - y(solid)}
                rx={2}
                fill={key === chosen ? terracotta : pine}
              />
            ) : null}
            {hollow > 0 ? (
              <Rect
                x={x + 0.5}
                y={y(solid + hollow)}
                width={thick - 1}
                height={Math.max(2, y(solid) - y(solid + hollow) - 1)}
                rx={2}
                fill="none"
                stroke={key === chosen ? terracotta : plum}
                strokeDasharray="3 2"
              />
            ) : null}
            {mark === undefined ? null : (
              <SvgText x={x} y={height - 7} fontSize="11" fontFamily={fonts.text} fill={quiet}>
                {mark}
              </SvgText>
            )}
          </G>
        );
      })}
    </Svg>
  );
}
