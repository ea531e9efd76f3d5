import { useRef, useState } from 'react';
import { View } from 'react-native';
import type { Contact } from '@tienda/core/contacts/contact';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { FileInput } from '../../ui/FileInput';
import { Notice } from '../../ui/Notice';

const words = texts.checkout.holder;

/** Fills a contact in from a vCard file. */
export function CardFile({ onContact }: { readonly onContact: (contact: Partial<Contact>) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [bad, setBad] = useState(false);
  const read = async (text: string) => {
    // Reading vCards takes a library that nobody else here needs.
    const { readVCard } = await import('@tienda/core/formats/vcard');
    const contact = readVCard(text);
    setBad(contact === undefined);
    if (contact) onContact(contact);
  };
  return (
    <View style={{ alignItems: 'flex-start' }}>
      <FileInput ref={input} label={words.fromCard} accept=".vcf,text/vcard" onText={(text) => void read(text)} />
      <Action kind="link" title={words.fromCard} onPress={() => input.current?.click()} />
      {bad ? <Notice kind="problem">{words.badCard}</Notice> : null}
    </View>
  );
}
