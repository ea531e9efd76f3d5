import { StyleSheet, View } from 'react-native';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Text } from '../../ui/Text';
import { LineupButton } from './LineupButton';
import { unicodeOf, type Row } from './rows';

const words = texts.find;

interface RowToolsProps {
  readonly row: Row;
  /** Its extension is the only one shown. */
  readonly alone: boolean;
  readonly onOnly: (label: string) => void;
}

/** What is rarely wanted of a result: shown below it when its door is pressed. */
export function RowTools({ row, alone, onOnly }: RowToolsProps) {
  const { extension, name } = row;
  return (
    <View style={styles.tools}>
      <LineupButton item={name} name={unicodeOf(row)} />
      {alone ? null : <Action title={words.only(extension.unicode)} onPress={() => onOnly(extension.label)} />}
      <Text kind="small" colour="quiet">
        {words.privacies[extension.privacy.policy]}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  tools: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 10, paddingVertical: 6 },
});
