import { Redirect } from 'expo-router';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { AccountForms } from '../account/AccountForms';

const words = texts.checkout;

/** Step 2: an account to hold the names. */
export function AccountStep() {
  const session = useSession();
  if (session.data?.account) return <Redirect href="/checkout" />;
  return (
    <Screen title={words.account.title} aside={<Stub>{words.step(2)}</Stub>}>
      <Text colour="quiet" style={{ marginBottom: 12 }}>
        {words.account.detail}
      </Text>
      <AccountForms first="new" />
    </Screen>
  );
}
