import { View } from 'react-native';
import { ApiProblem } from '../../api/client';
import { useAnswerMailTarget, useMailTarget } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useQueryParams } from '../../ui/useQueryParams';

const words = texts.mailTarget;

/** Where the link in the mail leads that asks whether forwarded mail is wanted. It is said by a tap: programs open links too. */
export function MailTargetScreen() {
  const { token = '' } = useQueryParams<{ token: string }>();
  const asked = useMailTarget(token);
  const answer = useAnswerMailTarget(token);
  const isUnknown = asked.error instanceof ApiProblem && asked.error.status === 404;
  const say = (agrees: boolean, title: string, kind?: 'main') => (
    <Action
      {...(kind ? { kind } : {})}
      title={title}
      busy={answer.isPending && answer.variables === agrees}
      onPress={() => answer.mutate(agrees)}
    />
  );
  return (
    <Screen title={words.title}>
      {isUnknown ? <Notice kind="problem">{words.bad}</Notice> : null}
      {asked.isError && !isUnknown ? <Failure fault={asked.error} retry={() => void asked.refetch()} /> : null}
      {asked.isLoading ? <Loading /> : null}
      {asked.data ? (
        <View style={{ gap: 10 }}>
          <View role="status">
            {asked.data.answer === 'asked' ? (
              <Text>{words.asked(asked.data.address)}</Text>
            ) : (
              <Notice kind={asked.data.answer === 'agreed' ? 'good' : 'notice'}>
                {words.answered[asked.data.answer](asked.data.address)}
              </Notice>
            )}
          </View>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
            {asked.data.answer === 'agreed' ? null : say(true, words.agree, 'main')}
            {asked.data.answer === 'declined' ? null : say(false, words.decline[asked.data.answer])}
          </View>
          {answer.isError ? <Failure fault={answer.error} /> : null}
        </View>
      ) : null}
    </Screen>
  );
}
