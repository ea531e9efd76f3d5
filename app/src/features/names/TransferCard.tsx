import { Link } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { ShownName } from '@tienda/core/names/shownName';
import { useHandOvers } from '../../api/handOvers';
import { useChangeName, useNewAuthCode } from '../../api/names';
import { ProofForm } from '../../shop/entrance/ProofForm';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card, CardRule } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { HandOverForm } from './HandOverForm';

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
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {words.goesWith}
      </Text>
      <CardRule />
      {movableFrom === undefined ? (
        <AuthCode name={name} />
      ) : (
        <Text kind="small">{texts.names.contacts.movable(dateText(movableFrom))}</Text>
      )}
      <CardRule />
      <ToAnotherAccount name={name} />
    </Card>
  );
}

/** From one account here to another, which needs no code. */
function ToAnotherAccount({ name }: { readonly name: string }) {
  const { given = [] } = useHandOvers().data ?? {};
  const [isAsked, setAsked] = useState(false);
  const offered = given.find(({ state, names }) => state.at === 'offered' && names.some((one) => one.name === name));
  return (
    <View>
      <Text>{texts.handOvers.form}</Text>
      {offered && !isAsked ? (
        <>
          <Text kind="small">{texts.handOvers.under(offered.with)}</Text>
          <Link href="/names/hand-overs" style={{ paddingVertical: 10 }}>
            <Text colour="terracotta">{texts.handOvers.see}</Text>
          </Link>
        </>
      ) : isAsked ? (
        <HandOverForm names={[name]} onLeave={() => setAsked(false)} />
      ) : (
        <View style={{ alignItems: 'flex-start', marginTop: 8 }}>
          <Action
            title={texts.handOvers.offer(1)}
            label={texts.handOvers.offerOf(name)}
            onPress={() => setAsked(true)}
          />
        </View>
      )}
    </View>
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
