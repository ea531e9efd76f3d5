import { View } from 'react-native';
import { useContacts, useForgetContact, type KeptContact } from '../../api/me';
import { countryText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { download } from '../../ui/download';
import { Text } from '../../ui/Text';

const words = texts.account;

/** Writing vCards takes a library that nobody else here needs. */
async function saveCard(contact: KeptContact): Promise<void> {
  const { writeVCard } = await import('@tienda/core/formats/vcard');
  download(`${contact.name}.vcf`, 'text/vcard', writeVCard(contact));
}

/** People and organisations kept, each of which can be taken along or forgotten. */
export function Contacts() {
  const contacts = useContacts();
  const forget = useForgetContact();
  return (
    <>
      <Text kind="heading" level={2} style={{ marginTop: 12, marginBottom: 6 }}>
        {words.contacts}
      </Text>
      {contacts.isError ? <Failure fault={contacts.error} /> : null}
      {forget.isError ? <Failure fault={forget.error} /> : null}
      {contacts.data?.length === 0 ? <Text colour="quiet">{words.noContacts}</Text> : null}
      {contacts.data?.map((contact) => (
        <Card key={contact.id}>
          <Text kind="strong">{contact.name}</Text>
          <Text kind="small" colour="quiet">
            {[contact.organisation, contact.street, contact.city, countryText(contact.country)]
              .filter(Boolean)
              .join(', ')}
          </Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 14 }}>
            <Action
              kind="link"
              title={words.vcard}
              label={`${words.vcard}: ${contact.name}`}
              onPress={() => void saveCard(contact)}
            />
            <Action
              kind="link"
              title={texts.payment.forget}
              label={`${texts.payment.forget}: ${contact.name}`}
              onPress={() => forget.mutate(contact.id)}
            />
          </View>
        </Card>
      ))}
    </>
  );
}
