import { StyleSheet, View } from 'react-native';
import { canRegister } from '@tienda/core/names/availability';
import type { Row } from '../../shop/name/rows';
import { texts } from '../../texts/texts';
import { palette } from '../../ui/palette';
import { Spoken } from '../../ui/Spoken';
import { Text } from '../../ui/Text';

const words = texts.find;

/** How far the search has come; read out when it rests. */
export function Progress({ rows }: { readonly rows: readonly Row[] }) {
  const answered = rows.filter(({ answer }) => answer?.type === 'result');
  const open = answered.filter(({ answer }) => answer && canRegister(answer.status)).length;
  const share = rows.length === 0 ? 0 : answered.length / rows.length;
  // Where nothing can be asked for, there is nothing to count.
  const text = rows.length === 0 ? '' : words.asking(answered.length, rows.length, open);
  return (
    <View style={styles.progress}>
      <Text kind="small" colour="quiet" style={styles.progressText}>
        {text}
      </Text>
      {text === '' ? null : (
        <View aria-hidden style={styles.track}>
          <View style={[styles.done, { width: `${share * 100}%` }]} />
        </View>
      )}
      <Spoken>{text}</Spoken>
    </View>
  );
}

const styles = StyleSheet.create({
  progress: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: 22 },
  progressText: { fontSize: 12, lineHeight: 16 },
  track: { flex: 1, minWidth: 60, height: 4, backgroundColor: palette.line },
  done: { height: 4, backgroundColor: palette.sage },
});
