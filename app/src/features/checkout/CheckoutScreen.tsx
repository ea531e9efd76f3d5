import { Redirect } from 'expo-router';
import { isEmpty, useFreshBasket } from '../../api/basket';
import { useContacts } from '../../api/me';
import { useSession } from '../../api/session';
import { useTally } from '../../shop/tally/useTally';
import { texts } from '../../texts/texts';
import { Failure, Loading } from '../../ui/Empty';
import { Screen } from '../../ui/Screen';

/** Leads to the first step that is still to be done; nobody types again what is known. */
export function CheckoutScreen() {
  const session = useSession();
  const basket = useFreshBasket();
  const contacts = useContacts();
  const { blocked } = useTally();
  const fault = session.error ?? basket.error ?? contacts.error;
  if (isEmpty(basket) || blocked) return <Redirect href="/basket" />;
  if (session.data && !session.data.account) return <Redirect href="/checkout/account" />;
  if (contacts.data) return <Redirect href={contacts.data.length === 0 ? '/checkout/holder' : '/checkout/review'} />;
  return (
    <Screen title={texts.checkout.review.title}>
      {fault ? (
        <Failure
          fault={fault}
          retry={() => {
            void session.refetch();
            void basket.refetch();
            void contacts.refetch();
          }}
        />
      ) : (
        <Loading />
      )}
    </Screen>
  );
}
