import { StyleSheet, View } from 'react-native';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';

/** Which keys do what. */
export function KeyList({ onClose }: { readonly onClose: () => void }) {
  return (
    <View role="dialog" aria-label={texts.find.keysTitle} style={styles.sheet}>
      <Text kind="heading" level={2}>
        {texts.find.keysTitle}
      </Text>
      {texts.find.keys.map(([key, does]) => (
        <View key={key} style={styles.row}>
          <Text kind="name" style={styles.key}>
            {key}
          </Text>
          <Text>{does}</Text>
        </View>
      ))}
      <Action title={texts.find.close} onPress={onClose} />
    </View>
  );
}

const styles = StyleSheet.create({
  sheet: {
    position: 'absolute',
    right: 24,
    bottom: 24,
    gap: 8,
    padding: 18,
    borderRadius: 10,
    borderWidth: 1,
    borderColor: palette.pine,
    backgroundColor: palette.card,
  },
  row: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  key: { width: 56 },
});
