import { View } from 'react-native';
import type { PrivacyPolicy } from '@tienda/core/catalogue/extension';
import type { Contact } from '@tienda/core/contacts/contact';
import { countryText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';

const words = texts.publicView;

interface PublicViewProps {
  readonly holder: Contact;
  readonly privacy: boolean;
  readonly policy: PrivacyPolicy;
}

/** What anyone who looks the name up would see of its holder. */
export function PublicView({ holder, privacy, policy }: PublicViewProps) {
  const instead =
    policy === 'hiddenByRegistry' ? words.byRegistry : privacy && policy !== 'notAllowed' ? words.hidden : undefined;
  const address = [holder.street, holder.postalCode, holder.city, countryText(holder.country)].filter(Boolean);
  const rows = [
    [words.holder, [holder.name, holder.organisation].filter(Boolean).join(', ')],
    [words.address, address.join(', ')],
    [words.mail, holder.email],
  ] as const;
  return (
    <View style={{ gap: 4, paddingVertical: 6 }}>
      {rows.map(([title, value]) => (
        <View key={title} style={{ flexDirection: 'row', gap: 10 }}>
          <Text kind="small" colour="quiet" style={{ width: 70 }}>
            {title}
          </Text>
          <Text kind="small" style={{ flex: 1 }}>
            {instead ?? value}
          </Text>
        </View>
      ))}
    </View>
  );
}

/** The same in a few words. */
export function publicViewWords(privacy: boolean, policy: PrivacyPolicy): string {
  if (policy === 'hiddenByRegistry') return texts.checkout.review.publicRegistry;
  return privacy && policy !== 'notAllowed' ? texts.checkout.review.publicHidden : texts.checkout.review.publicShown;
}
