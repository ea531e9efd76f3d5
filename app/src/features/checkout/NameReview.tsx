import { Suspense, useState } from 'react';
import { View } from 'react-native';
import { holderText } from '@tienda/core/contacts/holderText';
import type { Extension } from '@tienda/core/catalogue/extension';
import { needsLatin } from '@tienda/core/contacts/latin';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Quote, QuoteLine } from '@tienda/core/pricing/quote';
import { checkoutStore } from '../../api/checkoutStore';
import type { KeptContact } from '../../api/me';
import { useStored } from '../../stored/stored';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card, CardRule } from '../../ui/Card';
import { Loading } from '../../ui/Empty';
import { Name } from '../../ui/Name';
import { Text } from '../../ui/Text';
import { PublicView } from '../../shop/holder/later';
import { purchaseWords } from '../../shop/tally/purchaseWords';
import { LineChoices } from '../../shop/name/LineChoices';
import { NameContacts, registrantOf } from './NameContacts';
import { rolesOf, useGroupRoles } from './rolesOf';
import { publicViewWords } from './publicViewWords';
import { ReadBack } from './ReadBack';

const words = texts.checkout.review;

interface NameReviewProps {
  readonly line: BasketLine;
  readonly priced: QuoteLine;
  readonly quote: Quote;
  readonly extension: Extension;
  /** Who holds the names and is billed, unless chosen otherwise for one. */
  readonly defaultContact: KeptContact;
  readonly contacts: readonly KeptContact[];
}

/** One name before it is paid for: its letters, what the public will see, what was chosen; all changeable here. */
export function NameReview({ line, priced, quote, extension, defaultContact, contacts }: NameReviewProps) {
  const [open, setOpen] = useState<'nothing' | 'public' | 'choices' | 'contacts'>('nothing');
  const roles = rolesOf(line.name, useGroupRoles(), useStored(checkoutStore).contacts);
  const holder = registrantOf(line.name, defaultContact, contacts, { [line.name]: roles });
  const differs = Object.keys(roles).length > 0;
  const heldBy = texts.checkout.contacts.title(holderText(holder));
  const { policy } = extension.privacy;
  const { currency, rate } = quote;
  const ends = dateText(priced.renewal.on);
  const renewal = line.autoRenew ? words.renews(ends, wholeAmount(priced.renewal.amount, currency)) : words.ends(ends);
  const show = (part: 'public' | 'choices' | 'contacts') => setOpen(open === part ? 'nothing' : part);
  return (
    <Card label={line.unicode}>
      <Name unicode={line.unicode} role="heading" aria-level={2} />
      <View style={{ height: 8 }} />
      <ReadBack unicode={line.unicode} />
      {line.name === line.unicode ? null : (
        <Text kind="small" colour="quiet">
          {words.asciiForm(line.name)}
        </Text>
      )}
      {priced.purchase ? <Text kind="small">{purchaseWords(priced.purchase, currency)}</Text> : null}
      <CardRule />
      <ReviewRow
        title={heldBy}
        detail={differs ? texts.checkout.contacts.differ : texts.checkout.contacts.same}
        action={open === 'contacts' ? words.hide : words.change}
        about={`${heldBy}, ${line.unicode}`}
        onPress={() => show('contacts')}
      />
      {open === 'contacts' ? (
        <NameContacts name={line.name} defaultContact={defaultContact} contacts={contacts} />
      ) : null}
      <CardRule />
      <ReviewRow
        title={words.publicView}
        detail={publicViewWords(line.privacy, policy)}
        action={open === 'public' ? words.hide : words.see}
        about={`${words.publicView}, ${line.unicode}`}
        onPress={() => show('public')}
      />
      {open === 'public' ? (
        <Suspense fallback={<Loading />}>
          <PublicView holder={holder} privacy={line.privacy} policy={policy} latin={needsLatin(extension.registry)} />
        </Suspense>
      ) : null}
      <CardRule />
      <ReviewRow
        title={`${capital(texts.years(line.years))}, ${line.autoRenew ? words.on : words.off}`}
        detail={renewal}
        action={open === 'choices' ? words.hide : words.change}
        about={`${texts.years(line.years)}, ${line.unicode}`}
        onPress={() => show('choices')}
      />
      {open === 'choices' ? (
        <LineChoices line={line} priced={priced} extension={extension} currency={currency} rate={rate} />
      ) : null}
    </Card>
  );
}

/** A name that is renewed or restored, before that is paid for: nothing else of it changes. */
export function HeldReview({
  line,
  priced,
  quote: { currency, rate },
  extension,
}: Pick<NameReviewProps, 'line' | 'priced' | 'quote' | 'extension'>) {
  const [open, setOpen] = useState(false);
  const { action } = line;
  if (action === 'register' || action === 'transfer') return null;
  const title = words.held[action](texts.years(line.years));
  return (
    <Card label={line.unicode}>
      <Name unicode={line.unicode} role="heading" aria-level={2} />
      <CardRule />
      <ReviewRow
        title={title}
        detail={words.paidUntil(dateText(priced.renewal.on))}
        action={open ? words.hide : words.change}
        about={`${title}, ${line.unicode}`}
        onPress={() => setOpen(!open)}
      />
      {open ? <LineChoices line={line} priced={priced} extension={extension} currency={currency} rate={rate} /> : null}
    </Card>
  );
}

interface ReviewRowProps {
  readonly title: string;
  readonly detail: string;
  readonly action: string;
  readonly about: string;
  readonly onPress: () => void;
}

/** A fact with the way to change it. */
export function ReviewRow({ title, detail, action, about, onPress }: ReviewRowProps) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: 10 }}>
      <View style={{ flex: 1, paddingVertical: 6 }}>
        <Text>{title}</Text>
        <Text kind="small" colour="quiet">
          {detail}
        </Text>
      </View>
      <Action kind="link" title={action} label={`${action}: ${about}`} onPress={onPress} />
    </View>
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
