import { router } from 'expo-router';
import { ApiProblem } from '../../api/client';
import { useConfirmHolder } from '../../api/holderChecks';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useQueryParams } from '../../ui/useQueryParams';

const words = texts.holderCheck;

/** Where the link in a holder's mail leads. It is confirmed by a tap: programs that read mail open links too. */
export function ConfirmScreen() {
  const { token = '' } = useQueryParams<{ token: string }>();
  const confirm = useConfirmHolder(token);
  const isUnknown = confirm.error instanceof ApiProblem && confirm.error.status === 404;
  return (
    <Screen title={words.title}>
      {confirm.data ? (
        <>
          <Notice kind="good">{words.confirmed(confirm.data.email)}</Notice>
          <Action title={texts.order.toNamesMany} onPress={() => router.navigate('/names')} />
        </>
      ) : (
        <>
          <Text colour="quiet" style={{ marginBottom: 12 }}>
            {words.detail}
          </Text>
          {isUnknown ? <Notice kind="problem">{words.bad}</Notice> : null}
          {confirm.isError && !isUnknown ? <Failure fault={confirm.error} /> : null}
          <Action kind="main" title={words.confirm} busy={confirm.isPending} onPress={() => confirm.mutate()} />
        </>
      )}
    </Screen>
  );
}
