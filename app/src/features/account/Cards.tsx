import { View } from 'react-native';
import { cardEndsSoon, cardGoodUntil } from '@tienda/core/orders/cardEnd';
import { useCards, useForgetCard } from '../../api/payments';
import { useToday } from '../../api/shopClock';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.payment;

/** Until when a card is good; what that means where it is not for long. */
function CardEnd({ expires }: { readonly expires: string }) {
  const today = useToday();
  const until = cardGoodUntil(expires);
  const isOver = today !== undefined && until < today;
  const endsSoon = today !== undefined && cardEndsSoon(expires, today);
  return (
    <Text kind="small" colour={endsSoon ? 'plum' : 'quiet'}>
      {[
        isOver ? words.cardOver(dateText(until)) : words.cardUntil(dateText(until)),
        ...(endsSoon ? [words.cardNext] : []),
      ].join(' ')}
    </Text>
  );
}

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
      {cards.data?.map(({ id, last4, expires }) => (
        <Card key={id}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: 10 }}>
            <View style={{ flex: 1 }}>
              <Text>{words.cardEnding(last4)}</Text>
              {expires === undefined ? null : <CardEnd expires={expires} />}
            </View>
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
