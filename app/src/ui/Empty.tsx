import type { ReactNode } from 'react';
import { ActivityIndicator, StyleSheet, View } from 'react-native';
import { ApiProblem } from '../api/client';
import { texts } from '../texts/texts';
import { Action } from './Action';
import { Notice } from './Notice';
import { palette } from './palette';
import { Text } from './Text';

/** A place with nothing in it yet, and what to do about that. */
export function Empty({
  title,
  detail,
  children,
}: {
  readonly title: string;
  readonly detail: string;
  readonly children?: ReactNode;
}) {
  return (
    <View style={styles.empty}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      <Text colour="quiet" style={styles.detail}>
        {detail}
      </Text>
      {children}
    </View>
  );
}

/** Something is being waited for. @param children what, where it is worth a sentence */
export function Loading({ children }: { readonly children?: string }) {
  return (
    <View style={styles.waiting} role="status" aria-label={children ?? texts.loading}>
      <View aria-hidden>
        <ActivityIndicator color={palette.terracotta} />
      </View>
      {children === undefined ? null : <Text colour="quiet">{children}</Text>}
    </View>
  );
}

/** What the server said no to, or that it could not be reached. */
export function Failure({ fault, retry }: { readonly fault: unknown; readonly retry?: () => void }) {
  const detail = fault instanceof ApiProblem && fault.detail !== '' ? fault.detail : texts.failure;
  return (
    <Notice kind="problem" action={retry ? <Action kind="link" title={texts.again} onPress={retry} /> : undefined}>
      {detail}
    </Notice>
  );
}

const styles = StyleSheet.create({
  empty: { paddingVertical: 24, gap: 8, alignItems: 'flex-start' },
  detail: { marginBottom: 8 },
  waiting: { padding: 24, gap: 16 },
});
