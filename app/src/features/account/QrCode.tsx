import { create } from 'qrcode';
import Svg, { Path, Rect } from 'react-native-svg';

const side = 200;
/** Empty modules around the code (ISO/IEC 18004, section 7.3.7). */
const margin = 4;

/** A text as a QR code; black on white in every scheme, since cameras want it so. */
export function QrCode({ text, label }: { readonly text: string; readonly label: string }) {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const size = modules.size + 2 * margin;
  const dots = Array.from(modules.data, (dark, index) => {
    if (!dark) return '';
    return `M${margin + (index % modules.size)} ${margin + Math.floor(index / modules.size)}h1v1h-1z`;
  });
  return (
    <Svg width={side} height={side} viewBox={`0 0 ${size} ${size}`} role="img" aria-label={label}>
      <Rect width={size} height={size} fill="#ffffff" />
      <Path d={dots.join('')} fill="#000000" />
    </Svg>
  );
}
