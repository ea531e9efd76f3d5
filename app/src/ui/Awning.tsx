import Svg, { Defs, Path, Pattern, Rect } from 'react-native-svg';
import { View } from 'react-native';
import { usePalette } from './theme';

const height = 26;
const stripe = 26;

/** The striped awning that heads the app. */
export function Awning() {
  const { terracotta, card, line, dark } = usePalette();
  const red = dark ? '#A8471F' : terracotta;
  const white = dark ? '#F5EEDF' : card;
  const scallop = (x: number) => `M${x} 0h${stripe}v${height - 13}a13 13 0 0 1 -${stripe} 0z`;
  return (
    <View aria-hidden style={{ height }}>
      <Svg width="100%" height={height}>
        <Defs>
          <Pattern id="awning" width={stripe * 2} height={height} patternUnits="userSpaceOnUse">
            <Path d={scallop(0)} fill={red} />
            <Path d={scallop(stripe)} fill={white} stroke={line} strokeWidth={dark ? 0 : 1} />
          </Pattern>
        </Defs>
        <Rect width="100%" height={height} fill="url(#awning)" />
      </Svg>
    </View>
  );
}
