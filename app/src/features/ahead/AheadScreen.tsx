import { View } from 'react-native';
import { addYears } from '@tienda/core/lifecycle/isoDate';
import type { ShownName } from '@tienda/core/names/shownName';
import { useToday } from '../../api/shopClock';
import { dateText, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Till, TillLine } from '../../ui/Till';
import { HeldNames } from '../names/HeldNames';

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
  const yearEnd = addYears(today, 1);
  const within = names.filter(({ renewal }) => renewal.on <= yearEnd);
  const beyond = names.filter(({ renewal }) => renewal.on > yearEnd);
  return (
    <View>
      <Part title={words.year} names={within} />
      {within.length === 0 ? (
        <Text colour="quiet" style={{ marginBottom: 16 }}>
          {words.nothingThisYear}
        </Text>
      ) : null}
      <Part title={words.beyond} names={beyond} />
      <Text kind="small" colour="quiet">
        {words.note}
      </Text>
    </View>
  );
}

function Part({ title, names }: { readonly title: string; readonly names: readonly ShownName[] }) {
  const currency = names[0]?.renewal.currency;
  if (!currency) return null;
  const total = names.reduce((sum, { renewal }) => sum + renewal.amount, 0);
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
