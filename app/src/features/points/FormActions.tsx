import { StyleSheet, View } from 'react-native';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';

interface FormActionsProps {
  readonly title: string;
  readonly onUse: () => void;
  /** Of what is there already. */
  readonly onRemove?: (() => void) | undefined;
  readonly onLeave: () => void;
}

/** What can be done with what was typed of a zone. */
export function FormActions({ title, onUse, onRemove, onLeave }: FormActionsProps) {
  return (
    <View style={styles.actions}>
      <Action title={title} onPress={onUse} />
      {onRemove ? <Action kind="link" title={texts.points.remove} onPress={onRemove} /> : null}
      <Action kind="link" title={texts.points.leave} onPress={onLeave} />
    </View>
  );
}

const styles = StyleSheet.create({
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
