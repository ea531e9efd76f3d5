import { toULabel } from '@tienda/core/idna/idna';
import { cardGoodUntil, monthToTell } from '@tienda/core/orders/cardEnd';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Clock } from '../../platform/clock/clock';
import type { Database } from '../../platform/db/database';
import type { Mail } from '../../platform/outbox/mail';
import type { Outbox } from '../../platform/outbox/outbox';
import { textsIn } from '../../platform/texts/texts';
import type { EndingCard, EndingCards } from './store';

export interface CardParts {
  readonly database: Database;
  readonly cards: EndingCards;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
}

const atOnce = 200;

/** Tells that a card runs out which renewals are paid with, months before it does: once a card. */
export async function tellOfCards({ database, cards, outbox, clock, publicUrl }: CardParts): Promise<void> {
  const month = monthToTell(isoDate(clock.now()));
  for (;;) {
    const due = await cards.due(month, atOnce);
    for (const card of due)
      await database.transaction(async (transaction) => {
        if (!(await cards.told(transaction, card.id)) || card.names === 0) return;
        await outbox.put(transaction, 'mail', `card ${card.id} ends`, cardMail(card, `${publicUrl}/account`));
      });
    if (due.length > 0) outbox.soon();
    if (due.length < atOnce) return;
  }
}

function cardMail({ account: { email, language }, last4, expires, names, first }: EndingCard, url: string): Mail {
  const words = textsIn(language).renewals;
  const until = cardGoodUntil(expires);
  return {
    to: email,
    subject: words.cardSubject(last4, until),
    text: [
      words.cardText(last4, until, names),
      ...(first ? [words.cardFirst(toULabel(first.name), first.expiresOn)] : []),
      words.cardNext(url),
      '',
    ].join('\n'),
  };
}
