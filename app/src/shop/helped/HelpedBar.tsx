import { StyleSheet, View } from 'react-native';
import { endedStore, useHelped } from '../../api/helped';
import { useLeaveEnd, useLookAfter } from '../../api/helpers';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';

const words = texts.helpers;

/** Whose names one is looking at, always in sight, where they are not one's own; or that it was ended. */
export function HelpedBar() {
  const helped = useHelped();
  const ended = useStored(endedStore);
  const { end } = useLookAfter();
  useLeaveEnd();
  if (!helped && ended === undefined) return null;
  return (
    <View style={styles.bar} role="status">
      <Text kind="small" style={styles.words}>
        {helped ? words.lookingAfter(helped.with) : words.endedByOther(ended ?? '')}
      </Text>
      <Action
        kind="link"
        title={helped ? words.backToOwn : texts.find.close}
        onPress={helped ? end : () => endedStore.set(undefined)}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    flexWrap: 'wrap',
    columnGap: 12,
    paddingHorizontal: 16,
    backgroundColor: palette.marigoldWash,
    borderBottomWidth: 2,
    borderColor: palette.marigold,
  },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 200, minWidth: 0, fontWeight: '700' },
});
