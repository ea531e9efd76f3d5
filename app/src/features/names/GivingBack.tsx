import { useState } from 'react';
import { View } from 'react-native';
import type { GivenBack, GoesBack, ShownName } from '@tienda/core/names/shownName';
import { useGiveBack } from '../../api/names';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.names.givingBack;

/** What became of asking for a name to be let go: its registry has not answered yet, or it stays after all. */
export type Leaving = 'waits' | 'kept';

interface GivingBackProps {
  readonly name: ShownName;
  readonly leaving: Leaving | undefined;
  readonly onGivenBack: (given: GivenBack) => void;
}

/** A name that is new can be given back: what goes back, and what that means, before it is done. */
export function GivingBack({ name: { name, unicode, changing, givingBack }, leaving, onGivenBack }: GivingBackProps) {
  const giveBack = useGiveBack(name);
  const [isAsked, setAsked] = useState(false);
  const doIt = () =>
    giveBack.mutate(undefined, {
      onSuccess: (came) => {
        setAsked(false);
        onGivenBack(came);
      },
    });
  const heading = (
    <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
      {words.title}
    </Text>
  );
  if (!givingBack)
    return leaving === 'waits' && changing ? (
      <Card label={words.title}>
        {heading}
        <Notice kind="notice">{words.waits}</Notice>
      </Card>
    ) : null;
  const { until, back } = givingBack;
  return (
    <Card label={words.title}>
      {heading}
      {leaving === 'kept' ? <Notice kind="problem">{words.kept(unicode)}</Notice> : null}
      <Text kind="small" style={{ marginBottom: 4 }}>
        {words.until(dateText(until))}
      </Text>
      {backWords(back).map((line) => (
        <Text key={line} kind="small" style={{ marginBottom: 4 }}>
          {line}
        </Text>
      ))}
      {isAsked ? <Text style={{ marginVertical: 6 }}>{words.sure}</Text> : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 6 }}>
        {isAsked ? (
          <>
            <Action kind="main" title={words.doIt} busy={giveBack.isPending} onPress={doIt} />
            <Action title={words.leaveIt} onPress={() => setAsked(false)} />
          </>
        ) : (
          <Action title={words.ask} onPress={() => setAsked(true)} />
        )}
      </View>
      {giveBack.isError ? <Failure fault={giveBack.error} /> : null}
    </Card>
  );
}

/** What goes back where, a sentence each. */
export function backWords(back: readonly GoesBack[]): string[] {
  const lines = back.flatMap(({ amount, balance, currency }) => [
    ...(amount > 0 ? [words.back(wholeAmount(amount, currency), words.toMethod)] : []),
    ...(balance > 0 ? [words.back(wholeAmount(balance, currency), words.toBalance)] : []),
  ]);
  return lines.length > 0 ? lines : [words.nothing];
}
