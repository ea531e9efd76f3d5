import { StyleSheet, View } from 'react-native';
import { holderText } from '@tienda/core/contacts/holderText';
import type { PrivacyPolicy } from '@tienda/core/catalogue/extension';
import type { Contact } from '@tienda/core/contacts/contact';
import { eppContact } from '@tienda/core/contacts/eppContact';
import { latinForm } from '@tienda/core/contacts/latin';
import { heldBack, publicCard, readPublicCard } from '@tienda/core/rdap/publicHolder';
import { countryText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { breaksAnywhere } from '../../ui/theme';

const words = texts.publicView;

interface PublicViewProps {
  readonly holder: Contact;
  readonly privacy: boolean;
  readonly policy: PrivacyPolicy;
  /** The registry takes Latin letters only. */
  readonly latin?: boolean;
}

/**
 * What anyone who looks the name up would see of its holder: with privacy and without, where there is a choice.
 * Computed as registration data will be answered.
 */
export function PublicView({ holder, privacy, policy, latin = false }: PublicViewProps) {
  const hasChoice = policy === 'included' || policy === 'priced';
  if (!hasChoice) return <Seen holder={holder} privacy={privacy} policy={policy} latin={latin} />;
  const chosen = (is: boolean) => (is ? `, ${words.chosen}` : '');
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 16 }}>
      <View style={styles.side}>
        <Text kind="small" style={{ fontWeight: '700' }}>{`${words.withPrivacy}${chosen(privacy)}`}</Text>
        <Seen holder={holder} privacy policy={policy} latin={latin} />
      </View>
      <View style={styles.side}>
        <Text kind="small" style={{ fontWeight: '700' }}>{`${words.withoutPrivacy}${chosen(!privacy)}`}</Text>
        <Seen holder={holder} privacy={false} policy={policy} latin={latin} />
      </View>
    </View>
  );
}

/** The holder's part of the registration data, one fact a row. */
function Seen({ holder, privacy, policy, latin }: PublicViewProps) {
  const contact = eppContact(holder, '', privacy, '', latin && latinForm(holder) !== undefined);
  const why = heldBack(policy, contact.disclose);
  const { name, organisation, address, phone, email } = readPublicCard(publicCard(contact));
  const place = [...address.slice(0, -1), countryText(address.at(-1) ?? '')].join(', ');
  const rows = [
    [words.holder, holderText({ name, organisation })],
    [words.address, place],
    [words.phone, phone],
    [words.mail, email],
  ] as const;
  return (
    <View style={{ gap: 4, paddingVertical: 6 }}>
      {rows.map(([title, value]) => (
        <View key={title} style={{ flexDirection: 'row', gap: 10 }}>
          <Text kind="small" colour="quiet" style={{ width: 70 }}>
            {title}
          </Text>
          <Text kind="small" style={styles.words}>
            {why ? words.heldBack[why] : value}
          </Text>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  words: { flex: 1, minWidth: 0, ...breaksAnywhere },
  side: { flexGrow: 1, flexShrink: 1, flexBasis: 220, minWidth: 0 },
});
