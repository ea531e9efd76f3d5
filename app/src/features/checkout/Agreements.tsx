import { useState } from 'react';
import { View } from 'react-native';
import type { Agreement } from '@tienda/core/catalogue/extension';
import { useToday } from '../../api/session';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.checkout.review;

interface AgreementsProps {
  readonly agreements: readonly Agreement[];
  readonly agreed: boolean;
  readonly missing: boolean;
  readonly onChange: (agreed: boolean) => void;
}

/** The registries' terms, readable in place, agreed to by one switch. */
export function Agreements({ agreements, agreed, missing, onChange }: AgreementsProps) {
  const [open, setOpen] = useState<string>();
  const today = useToday();
  return (
    <Card label={words.terms(agreements.length)}>
      <Toggle
        title={words.terms(agreements.length)}
        detail={agreed && today ? words.termsOn(dateText(today)) : words.termsOff}
        value={agreed}
        onChange={onChange}
      />
      {missing && !agreed ? <Notice kind="problem">{words.agreeFirst}</Notice> : null}
      {agreements.map(({ id, title, text }) => (
        <View key={id} style={{ alignItems: 'flex-start' }}>
          <Action
            kind="link"
            title={open === id ? words.hide : words.readTerms(title)}
            onPress={() => setOpen(open === id ? undefined : id)}
          />
          {open === id
            ? text.map((paragraph) => (
                <Text key={paragraph} kind="small" style={{ marginBottom: 8 }}>
                  {paragraph}
                </Text>
              ))
            : null}
        </View>
      ))}
    </Card>
  );
}
