import Svg, { Defs, Path, Pattern, Rect } from 'react-native-svg';
import { View } from 'react-native';
import { palette } from './palette';

const height = 26;
const stripe = 26;

/** The striped awning that heads the app. */
export function Awning() {
  const scallop = (x: number) => `M${x} 0h${stripe}v${height - 13}a13 13 0 0 1 -${stripe} 0z`;
  return (
    <View aria-hidden style={{ height }}>
      <Svg width="100%" height={height}>
        <Defs>
          <Pattern id="awning" width={stripe * 2} height={height} patternUnits="userSpaceOnUse">
            <Path d={scallop(0)} fill={palette.awning} />
            <Path d={scallop(stripe)} fill={palette.awningPale} stroke={palette.awningEdge} />
          </Pattern>
        </Defs>
        <Rect width="100%" height={height} fill="url(#awning)" />
      </Svg>
    </View>
  );
}
