import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';

interface InsteadProps {
  readonly title: string;
  readonly detail: string;
  /** What to do next. */
  readonly children: ReactNode;
}

/** In the place of a screen that cannot be shown: why not, and what to do next. */
export function Instead({ title, detail, children }: InsteadProps) {
  return (
    <Screen title={title}>
      <View style={styles.instead}>
        <Text colour="quiet">{detail}</Text>
        {children}
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({
  instead: { gap: 16, alignItems: 'flex-start' },
});
