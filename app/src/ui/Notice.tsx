import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { palette } from './palette';
import { Text } from './Text';

interface NoticeProps {
  readonly kind: 'problem' | 'notice' | 'good';
  readonly children: string;
  readonly action?: ReactNode;
}

/** Something to know, said where it matters; problems are read out at once. */
export function Notice({ kind, children, action }: NoticeProps) {
  return (
    <View style={[styles.frame, styles[kind]]} role={kind === 'problem' ? 'alert' : 'status'}>
      <Text kind="small" style={styles.words}>
        {children}
      </Text>
      {action}
    </View>
  );
}

const styles = StyleSheet.create({
  frame: {
    borderRadius: 8,
    borderLeftWidth: 4,
    paddingVertical: 8,
    paddingHorizontal: 12,
    marginBottom: 10,
    flexDirection: 'row',
    alignItems: 'center',
    flexWrap: 'wrap',
    gap: 8,
  },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 180, minWidth: 0 },
  problem: { backgroundColor: palette.plumWash, borderColor: palette.plum },
  notice: { backgroundColor: palette.marigoldWash, borderColor: palette.marigold },
  good: { backgroundColor: palette.sageWash, borderColor: palette.sage },
});
