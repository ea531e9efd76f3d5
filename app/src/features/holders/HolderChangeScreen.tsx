import { useState } from 'react';
import { View } from 'react-native';
import { holderText } from '@tienda/core/contacts/holderText';
import type { ShownHolderChange } from '@tienda/core/contacts/holderChange';
import { useAnswerHolderChange, useHolderChange } from '../../api/holderChanges';
import { ApiProblem } from '../../api/client';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { useQueryParams } from '../../ui/useQueryParams';

const words = texts.holderChange;

/** Where the link in the mail to a holder leads, old or new: what is to change, and whether they agree. */
export function HolderChangeScreen() {
  const { token = '' } = useQueryParams<{ token: string }>();
  const change = useHolderChange(token);
  const isUnknown = change.error instanceof ApiProblem && change.error.status === 404;
  return (
    <Screen title={words.title}>
      {isUnknown ? <Notice kind="problem">{words.bad}</Notice> : null}
      {change.isError && !isUnknown ? <Failure fault={change.error} retry={() => void change.refetch()} /> : null}
      {change.isLoading ? <Loading /> : null}
      {change.data ? <Asked change={change.data} token={token} /> : null}
    </Screen>
  );
}

interface AskedProps {
  readonly change: ShownHolderChange;
  readonly token: string;
}

function Asked({ change, token }: AskedProps) {
  const { names, from, to, agreeBy, as, state } = change;
  const answer = useAnswerHolderChange(token);
  const [waives, setWaives] = useState(false);
  const isOpen = state.at === 'asked' && !as.every((side) => state[side]);
  return (
    <View>
      <Card>
        <Fact mono title={words.names(names.length)}>
          {names.join(', ')}
        </Fact>
        <Fact title={words.from}>{holderText(from)}</Fact>
        <Fact title={words.to}>{holderText(to)}</Fact>
        {state.at === 'asked' ? <Fact title={words.by}>{dateText(agreeBy)}</Fact> : null}
      </Card>
      {isOpen ? (
        <>
          <Text style={{ marginBottom: 8 }}>{words.both}</Text>
          {as.includes('old') ? (
            <Toggle title={words.waive} detail={words.waiveDetail} value={waives} onChange={setWaives} />
          ) : null}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 10 }}>
            <Action
              kind="main"
              title={words.agree}
              busy={answer.isPending && answer.variables.agrees}
              onPress={() => answer.mutate({ agrees: true, waives })}
            />
            <Action
              title={words.refuse}
              busy={answer.isPending && !answer.variables.agrees}
              onPress={() => answer.mutate({ agrees: false, waives: false })}
            />
          </View>
        </>
      ) : (
        <Notice kind={state.at === 'asked' || state.at === 'agreed' || state.at === 'done' ? 'good' : 'notice'}>
          {words.state[state.at]}
        </Notice>
      )}
      {answer.isError ? <Failure fault={answer.error} /> : null}
    </View>
  );
}
