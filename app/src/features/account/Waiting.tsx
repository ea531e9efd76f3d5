import { Link } from 'expo-router';
import { useOffers, useWatches } from '../../api/me';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Name } from '../../ui/Name';
import { Text } from '../../ui/Text';

/** What is waited for: taken names that are watched, and offers to their holders. */
export function Waiting() {
  const watches = useWatches().data ?? [];
  const offers = useOffers().data ?? [];
  return (
    <>
      <Text kind="heading" level={2}>
        {texts.watch.list}
      </Text>
      {watches.length === 0 ? <Text colour="quiet">{texts.watch.none}</Text> : null}
      {watches.map(({ name, unicode, free, freeFrom }) => (
        <Card key={name}>
          <Link href={`/find/${name}`} style={{ paddingVertical: 6 }}>
            <Name unicode={unicode} />
          </Link>
          <Text kind="small" colour={free ? 'sage' : 'quiet'}>
            {free ? texts.watch.free : freeFrom === undefined ? '' : texts.watch.from(dateText(freeFrom))}
          </Text>
        </Card>
      ))}
      <Text kind="heading" level={2} style={{ marginTop: 8 }}>
        {texts.offer.list}
      </Text>
      {offers.length === 0 ? <Text colour="quiet">{texts.offer.none}</Text> : null}
      {offers.map(({ id, name, unicode, sums, state }) => (
        <Card key={id}>
          <Link href={`/find/${name}`} style={{ paddingVertical: 6 }}>
            <Name unicode={unicode} />
          </Link>
          <Text kind="small" colour="quiet">
            {wholeAmount(sums.amount, 'USD')} · {texts.offer.states[state.at]}
          </Text>
        </Card>
      ))}
    </>
  );
}
