import type { ReactNode } from 'react';
import { ActivityIndicator, View } from 'react-native';
import { ApiProblem } from '../api/client';
import { texts } from '../texts/texts';
import { Action } from './Action';
import { Notice } from './Notice';
import { Text } from './Text';
import { usePalette } from './theme';

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
    <View style={{ paddingVertical: 24, gap: 8, alignItems: 'flex-start' }}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      <Text colour="quiet" style={{ marginBottom: 8 }}>
        {detail}
      </Text>
      {children}
    </View>
  );
}

export function Loading() {
  const { terracotta } = usePalette();
  return (
    <View style={{ padding: 24 }} role="status" aria-label={texts.loading}>
      <View aria-hidden>
        <ActivityIndicator color={terracotta} />
      </View>
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
