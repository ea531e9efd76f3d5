import { Redirect } from 'expo-router';
import { sessionEnded, useSession } from '../../api/session';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Notice } from '../../ui/Notice';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { AccountForms } from '../../shop/entrance/AccountForms';

const words = texts.checkout;

/** Step 2: an account to hold the names. */
export function AccountStep() {
  const session = useSession();
  const ended = useStored(sessionEnded);
  if (session.data?.account) return <Redirect href="/checkout" />;
  return (
    <Screen title={words.account.title} aside={<Stub>{words.step(2)}</Stub>}>
      {ended ? (
        <Notice kind="notice">{words.account.sessionEnded}</Notice>
      ) : (
        <Text colour="quiet" style={{ marginBottom: 12 }}>
          {words.account.detail}
        </Text>
      )}
      <AccountForms first={ended ? 'existing' : 'new'} />
    </Screen>
  );
}
