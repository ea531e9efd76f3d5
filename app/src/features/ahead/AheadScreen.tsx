import { View } from 'react-native';
import { dueAhead, type DueNames } from '@tienda/core/names/ahead';
import type { ShownName } from '@tienda/core/names/shownName';
import { useToday } from '../../api/shopClock';
import { dateText, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Till, TillLine } from '../../ui/Till';
import { HeldNames } from '../../shop/held/HeldNames';

const words = texts.ahead;

/** What falls due, when, for how much. */
export function AheadScreen() {
  const today = useToday();
  return (
    <Screen title={words.title}>
      <HeldNames words={words}>{(names) => (today ? <Due names={names} today={today} /> : null)}</HeldNames>
    </Screen>
  );
}

function Due({ names, today }: { readonly names: readonly ShownName[]; readonly today: string }) {
  const { thisYear, later } = dueAhead(names, today);
  return (
    <View>
      <Part title={words.year} due={thisYear} />
      {thisYear.names.length === 0 ? (
        <Text colour="quiet" style={{ marginBottom: 16 }}>
          {words.nothingThisYear}
        </Text>
      ) : null}
      <Part title={words.beyond} due={later} />
      <Text kind="small" colour="quiet">
        {words.note}
      </Text>
    </View>
  );
}

function Part({ title, due: { names, total, currency } }: { readonly title: string; readonly due: DueNames }) {
  if (!currency) return null;
  return (
    <Till label={title}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {title}
      </Text>
      {names.map(({ name, unicode, renewal, autoRenew }) => (
        <TillLine
          key={name}
          words={`${dateText(renewal.on)} · ${unicode} · ${autoRenew ? words.renews : words.ends}`}
          amount={tillAmount(renewal.amount, currency)}
        />
      ))}
      <TillLine look="total" words={words.total} amount={wholeAmount(total, currency)} />
    </Till>
  );
}
