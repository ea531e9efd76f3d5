import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Defs, Path, Pattern, Rect } from 'react-native-svg';
import { memo, useId, useState, type ReactNode } from 'react';
import { palette } from './palette';
import { Text } from './Text';
import { breaksAnywhere } from './theme';

const tooth = 10;

/** The torn edge at the top of a till roll. */
export function TornEdge() {
  const { card } = palette;
  // A page shows several.
  const id = useId();
  return (
    <View aria-hidden style={{ height: tooth / 2, marginBottom: -1 }}>
      <Svg width="100%" height={tooth / 2}>
        <Defs>
          <Pattern id={id} width={tooth} height={tooth / 2} patternUnits="userSpaceOnUse">
            <Path d={`M0 ${tooth / 2} L${tooth / 2} 0 L${tooth} ${tooth / 2} Z`} fill={card} />
          </Pattern>
        </Defs>
        <Rect width="100%" height={tooth / 2} fill={`url(#${id})`} />
      </Svg>
    </View>
  );
}

/** A strip of till roll. */
export function Till({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <View role="group" aria-label={label} style={styles.shadow}>
      <TornEdge />
      <View style={styles.roll}>{children}</View>
    </View>
  );
}

interface TillLineProps {
  readonly words: string;
  readonly amount: string;
  readonly look?: 'plain' | 'quiet' | 'saving' | 'total';
  /** One sentence that explains the line when it is tapped. */
  readonly why?: string;
}

/** One line: words, dotted leaders, amount; what it means, when asked. */
export const TillLine = memo(function TillLine({ words, amount, look = 'plain', why }: TillLineProps) {
  const [open, setOpen] = useState(false);
  const colour = look === 'saving' ? 'sage' : look === 'quiet' ? 'quiet' : 'pine';
  const total = look === 'total';
  const line = (
    <>
      <Text kind={total ? 'heading' : 'small'} colour={colour} style={styles.words}>
        {words}
      </Text>
      <View style={styles.leaders} />
      <Text kind={total ? 'bigAmount' : 'amount'} colour={colour} style={total ? undefined : styles.amount}>
        {amount}
      </Text>
    </>
  );
  const style = [styles.line, total && styles.total];
  if (why === undefined) return <View style={style}>{line}</View>;
  return (
    <>
      <Pressable role="button" aria-expanded={open} onPress={() => setOpen(!open)} style={[style, styles.tappable]}>
        {line}
      </Pressable>
      {open ? (
        <Text kind="small" colour="quiet" role="status" style={styles.why}>
          {why}
        </Text>
      ) : null}
    </>
  );
});

const styles = StyleSheet.create({
  shadow: { marginBottom: 12 },
  roll: { backgroundColor: palette.card, paddingHorizontal: 16, paddingVertical: 14 },
  line: { flexDirection: 'row', alignItems: 'flex-end', paddingVertical: 3 },
  tappable: { minHeight: 30 },
  why: { paddingLeft: 10, paddingBottom: 6, borderLeftWidth: 2, borderColor: palette.marigold, marginBottom: 4 },
  total: { borderTopWidth: 1, borderColor: palette.pine, marginTop: 6, paddingTop: 8 },
  words: { flexShrink: 1, minWidth: 0, ...breaksAnywhere },
  leaders: {
    flex: 1,
    minWidth: 12,
    borderBottomWidth: 1,
    borderStyle: 'dotted',
    borderColor: palette.quiet,
    marginHorizontal: 6,
    marginBottom: 5,
  },
  amount: { fontSize: 14, textAlign: 'right' },
});
