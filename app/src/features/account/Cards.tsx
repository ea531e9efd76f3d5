import { View } from 'react-native';
import { useCards, useForgetCard } from '../../api/payments';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.payment;

/** Cards kept for the next time, each of which can be forgotten. */
export function Cards() {
  const cards = useCards();
  const forget = useForgetCard();
  return (
    <>
      <Text kind="heading" level={2} style={{ marginTop: 12, marginBottom: 6 }}>
        {words.cards}
      </Text>
      {cards.isError ? <Failure fault={cards.error} /> : null}
      {forget.isError ? <Failure fault={forget.error} /> : null}
      {cards.data?.length === 0 ? <Text colour="quiet">{words.noCards}</Text> : null}
      {cards.data?.map(({ id, last4 }) => (
        <Card key={id}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: 10 }}>
            <Text style={{ flex: 1 }}>{words.cardEnding(last4)}</Text>
            <Action
              kind="link"
              title={words.forget}
              label={`${words.forget}: ${words.cardEnding(last4)}`}
              onPress={() => forget.mutate(id)}
            />
          </View>
        </Card>
      ))}
    </>
  );
}
