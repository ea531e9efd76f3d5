import Svg, { Circle, G, Path, Rect, Text as SvgText } from 'react-native-svg';
import type { NameStatus } from '@tienda/core/names/availability';
import { palette } from './palette';
import { fonts } from './theme';

export type DoorLook = NameStatus | 'checking';

/**
 * Availability as a shop door: open, shut, open with a plaque, chained, dashed while it is being asked,
 * with a question mark where there was no answer. Always shown with the word.
 */
export function Door({ look, size = 30 }: { readonly look: DoorLook; readonly size?: number }) {
  const { sage, sageWash, plum, plumWash, marigold, marigoldWash, quiet, card } = palette;
  const open = (colour: string, wash: string, plaque: boolean) => (
    <G>
      <Rect x="6" y="3" width="18" height="24" rx="2" fill={wash} stroke={colour} strokeWidth="2" />
      <Path d="M15 6.5 L24 4 V27 L15 24 Z" fill={colour} />
      <Circle cx="17.5" cy="16" r="1.1" fill={card} />
      {plaque ? <Rect x="8" y="8" width="11" height="6" rx="1" fill={colour} stroke={card} strokeWidth="1.4" /> : null}
      <Path d="M2 27.5 H28" stroke={colour} strokeWidth="2" />
    </G>
  );
  const shut = (colour: string, wash: string) => (
    <G>
      <Rect x="6" y="3" width="18" height="24" rx="2" fill={wash} stroke={colour} strokeWidth="2" />
      <Path d="M2 27.5 H28" stroke={colour} strokeWidth="2" />
    </G>
  );
  return (
    <Svg width={size} height={size} viewBox="0 0 30 30" aria-hidden>
      {look === 'available' ? open(sage, sageWash, false) : null}
      {look === 'premium' ? open(marigold, marigoldWash, true) : null}
      {look === 'taken' ? (
        <G>
          {shut(plum, plumWash)}
          <Rect x="10" y="7" width="10" height="20" fill={plum} />
          <Circle cx="17.5" cy="17" r="1.1" fill={card} />
        </G>
      ) : null}
      {look === 'reserved' ? (
        <G>
          {shut(quiet, card)}
          <Path d="M6 11 L24 19 M24 11 L6 19" stroke={quiet} strokeWidth="2" strokeDasharray="3 1.6" />
          <Rect x="12" y="12.5" width="6" height="5.5" rx="1" fill={quiet} />
        </G>
      ) : null}
      {look === 'checking' ? (
        <Rect
          x="6"
          y="3"
          width="18"
          height="24"
          rx="2"
          fill="none"
          stroke={quiet}
          strokeWidth="2"
          strokeDasharray="3 2.4"
        />
      ) : null}
      {look === 'unknown' || look === 'invalid' || look === 'unsupported' ? (
        <G>
          {shut(quiet, card)}
          <SvgText
            x="15"
            y="20"
            textAnchor="middle"
            fontSize="14"
            fontFamily={fonts.text}
            fontWeight="700"
            fill={quiet}
          >
            {look === 'unknown' ? '?' : '–'}
          </SvgText>
        </G>
      ) : null}
    </Svg>
  );
}
