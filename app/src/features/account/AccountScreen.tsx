import { Link, router } from 'expo-router';
import { View } from 'react-native';
import { useHelped } from '../../api/helped';
import { useHelpers } from '../../api/helpers';
import { useOrders } from '../../api/me';
import { useSession, useSignOut } from '../../api/session';
import { dateText, dayText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { orderStatusWords } from '../../shop/payment/orderStatusWords';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { InboxLink } from '../../shop/entrance/InboxLink';
import { AccountForms } from '../../shop/entrance/AccountForms';
import { Balance } from './Balance';
import { Calendar } from './Calendar';
import { Cards } from './Cards';
import { Choices } from './Choices';
import { Contacts } from './Contacts';
import { Documents } from './Documents';
import { Security } from './Security';
import { useAccountParts } from './useAccountParts';
import { Waiting } from './Waiting';

const words = texts.account;

/** Who is signed in, with their orders and holders; or the way in. */
export function AccountScreen() {
  const session = useSession();
  const helped = useHelped();
  if (session.isPending)
    return (
      <Screen title={words.title}>
        <Loading />
      </Screen>
    );
  if (session.isError)
    return (
      <Screen title={words.title}>
        <Failure fault={session.error} retry={() => void session.refetch()} />
      </Screen>
    );
  const { account, demo } = session.data;
  return (
    <Screen title={words.title}>
      {account && helped ? (
        <>
          <Notice kind="notice">{texts.helpers.ownAccount}</Notice>
          <HelpersLink />
        </>
      ) : account ? (
        <SignedIn email={account.email} demo={demo} />
      ) : (
        <AccountForms first="existing" />
      )}
      <Choices />
    </Screen>
  );
}

/** To those who help, and those whom one helps; a word where somebody asks for that. */
function HelpersLink() {
  const { theirs = [] } = useHelpers().data ?? {};
  const asking = theirs.filter(({ state }) => state.at === 'invited');
  return (
    <Card label={texts.helpers.title}>
      {asking.map(({ id, with: email, until }) => (
        <Text key={id}>{`${email}: ${texts.helpers.invited(dateText(until))}`}</Text>
      ))}
      <Link href="/account/helpers" style={{ paddingVertical: 8 }}>
        <Text colour="terracotta">{texts.helpers.title}</Text>
      </Link>
    </Card>
  );
}

function SignedIn({ email, demo }: { readonly email: string; readonly demo: boolean }) {
  const signOut = useSignOut();
  const isComing = useAccountParts();
  return (
    <View>
      <Card>
        <Text style={{ marginBottom: 8 }}>{words.signedInAs(email)}</Text>
        <Action title={words.signOut} busy={signOut.isPending} onPress={() => signOut.mutate()} />
        {signOut.isError ? <Failure fault={signOut.error} /> : null}
        {demo ? <InboxLink to={email} /> : null}
      </Card>
      {isComing ? <Loading /> : <Parts email={email} />}
    </View>
  );
}

/** All below the way out, once everything of it is there. */
function Parts({ email }: { readonly email: string }) {
  const orders = useOrders();
  return (
    <>
      <Text kind="heading" level={2} style={{ marginTop: 12, marginBottom: 6 }}>
        {words.orders}
      </Text>
      {orders.isError ? <Failure fault={orders.error} /> : null}
      {orders.data?.length === 0 ? <Text colour="quiet">{words.noOrders}</Text> : null}
      {orders.data?.map((order) => (
        <Card key={order.id}>
          <Link href={{ pathname: '/orders/[id]', params: { id: order.id } }} style={{ paddingVertical: 4 }}>
            <Text kind="strong" colour="terracotta">
              {words.order(order.number, dayText(order.placedAt))}
            </Text>
          </Link>
          <Text kind="small" colour="quiet">
            {orderStatusWords(order)} · {order.lines.map(({ unicode }) => unicode).join(', ')} ·{' '}
            {wholeAmount(
              order.payment.at === 'captured' ? order.payment.amount + order.payment.balance : order.total,
              order.currency,
            )}
          </Text>
        </Card>
      ))}
      <HelpersLink />
      <Documents />
      <Balance />
      <Cards />
      <Contacts />
      <Calendar />
      <Security email={email} />
      <View style={{ marginTop: 12, gap: 6 }}>
        <Waiting />
      </View>
      <View style={{ marginTop: 8, marginBottom: 16 }}>
        <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
      </View>
    </>
  );
}
