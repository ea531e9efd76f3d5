import { createElement } from 'react';
import { Text } from './Text';
import { breaksAnywhere } from './theme';
import type { TextProps } from './Text';

/** A domain name, its extension heavier than its label, so that one sees at a glance what differs. It breaks at its dot. */
export function Name({ unicode, ...rest }: { readonly unicode: string } & Omit<TextProps, 'children' | 'kind'>) {
  const dot = unicode.indexOf('.');
  return (
    <Text kind="name" colour="quiet" {...rest} style={[breaksAnywhere, rest.style]}>
      {unicode.slice(0, dot)}
      {createElement('wbr')}
      <Text kind="name" style={[rest.style, { fontWeight: '700' }]}>
        {unicode.slice(dot)}
      </Text>
    </Text>
  );
}
