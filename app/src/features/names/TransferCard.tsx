import { useState } from 'react';
import { View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { useChangeName, useNewAuthCode } from '../../api/names';
import { ProofForm } from '../../shop/entrance/ProofForm';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card, CardRule } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.names.transfer;

/** What keeps a name here, and what it takes to move it away: the lock, and the auth code after proof. */
export function TransferCard({ name: { name, locked, changing, movableFrom } }: { readonly name: ShownName }) {
  const change = useChangeName(name);
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.title}
      </Text>
      <Toggle
        title={words.lock}
        detail={changing ? texts.names.waiting : locked ? words.lockOn : words.lockOff}
        value={locked}
        disabled={change.isPending || changing === true || (locked && movableFrom !== undefined)}
        onChange={(on) => change.mutate({ locked: on })}
      />
      {change.isError ? <Failure fault={change.error} /> : null}
      <CardRule />
      {movableFrom === undefined ? (
        <AuthCode name={name} />
      ) : (
        <Text kind="small">{texts.names.contacts.movable(dateText(movableFrom))}</Text>
      )}
    </Card>
  );
}

function AuthCode({ name }: { readonly name: string }) {
  const [isAsked, setAsked] = useState(false);
  const ask = useNewAuthCode(name);
  return (
    <View>
      <Text>{words.code}</Text>
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {words.codeDetail}
      </Text>
      {ask.data ? (
        <View role="status">
          <Text kind="amount" selectable>
            {words.codeShown(ask.data.authCode)}
          </Text>
          <Text kind="small" colour="quiet">
            {words.codeOnce}
          </Text>
        </View>
      ) : null}
      {!ask.data && isAsked ? (
        <ProofForm title={words.codeAsk} busy={ask.isPending} fault={ask.error} onProof={(to) => ask.mutate(to)} />
      ) : null}
      {!ask.data && !isAsked ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Action title={words.codeAsk} onPress={() => setAsked(true)} />
        </View>
      ) : null}
    </View>
  );
}
