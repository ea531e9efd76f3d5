import { useState } from 'react';
import { View } from 'react-native';
import type { Agreement } from '@tienda/core/catalogue/extension';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Text } from '../../ui/Text';

const words = texts.checkout.review;

/** Registries' terms, each opened and read in place, in the language that they are written in. */
export function AgreementTexts({ agreements }: { readonly agreements: readonly Agreement[] }) {
  const [open, setOpen] = useState<string>();
  return agreements.map(({ id, title, text }) => (
    <View key={id} style={{ alignItems: 'flex-start' }}>
      <Action
        kind="link"
        title={open === id ? words.hide : words.readTerms(title)}
        onPress={() => setOpen(open === id ? undefined : id)}
      />
      {open === id
        ? text.map((paragraph) => (
            <Text key={paragraph} kind="small" lang="en" style={{ marginBottom: 8 }}>
              {paragraph}
            </Text>
          ))
        : null}
    </View>
  ));
}
