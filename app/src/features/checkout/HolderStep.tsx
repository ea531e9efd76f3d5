import { Redirect, router } from 'expo-router';
import { Suspense } from 'react';
import { View } from 'react-native';
import { checkoutStore } from '../../api/checkoutStore';
import { useContacts, useDefaultContact, type KeptContact } from '../../api/me';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useQueryParams } from '../../ui/useQueryParams';
import { contactTitle } from '../../shop/holder/contactTitle';
import { HolderForm } from '../../shop/holder/later';
import { useTally } from '../../shop/tally/useTally';

const words = texts.checkout.holder;

/** Step 3: who will own the names; or, asked for at review, another contact for some of them. */
export function HolderStep() {
  const session = useSession();
  const contacts = useContacts();
  const defaultContact = useDefaultContact();
  const { lines } = useTally();
  const { another } = useQueryParams<{ another: string }>();
  if (session.data && !session.data.account) return <Redirect href="/checkout/account" />;
  const use = (kept: KeptContact) => {
    if (!another) checkoutStore.set({ ...checkoutStore.get(), defaultContact: kept.id });
    router.navigate('/checkout/review');
  };
  return (
    <Screen
      title={another ? texts.checkout.contacts.another : words.title}
      aside={<Stub>{texts.checkout.step(3)}</Stub>}
    >
      <Text colour="quiet" style={{ marginBottom: 12 }}>
        {words.detail}
      </Text>
      {!another && contacts.data && contacts.data.length > 1 ? (
        <Card label={words.kept}>
          <Text kind="heading" level={2}>
            {words.kept}
          </Text>
          <View style={{ alignItems: 'flex-start', gap: 8, marginTop: 6 }}>
            {contacts.data.map((contact) => (
              <Action
                key={contact.id}
                title={contactTitle(contact)}
                label={`${contactTitle(contact)}, ${contact.email}`}
                onPress={() => use(contact)}
              />
            ))}
          </View>
        </Card>
      ) : null}
      {contacts.data && session.data?.account ? (
        <Suspense fallback={<Loading />}>
          <HolderForm
            key={another ? 'another' : 'default'}
            known={another ? undefined : defaultContact}
            about={another ? 'another' : (defaultContact?.id ?? 'first')}
            email={another ? '' : session.data.account.email}
            forNames={lines.map(({ name }) => name)}
            onKept={use}
          />
        </Suspense>
      ) : contacts.isError ? (
        <Failure fault={contacts.error} retry={() => void contacts.refetch()} />
      ) : (
        <Loading />
      )}
    </Screen>
  );
}
