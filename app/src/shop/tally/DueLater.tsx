import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { Quote } from '@tienda/core/pricing/quote';
import { dateText, tillAmount, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Text } from '../../ui/Text';
import { TillLine } from '../../ui/Till';

const words = texts.tally;

/** Up to so many are listed name by name; more are summed up by date. */
const mostByName = 8;

interface DueLaterProps {
  readonly quote: Quote;
  readonly lines: readonly BasketLine[];
}

/** What falls due later, by date: what renews by itself, and what is due only if one renews. */
export function DueLater({ quote, lines }: DueLaterProps) {
  const chosen = new Map(lines.map((line) => [line.name, line]));
  const due = (autoRenew: boolean) =>
    quote.dueLater.filter(({ name }) => (chosen.get(name)?.autoRenew ?? true) === autoRenew);
  return (
    <>
      <Text kind="heading" level={3}>
        {words.later}
      </Text>
      <DueGroup title={words.byItself} due={due(true)} why={words.why.dueOn} quote={quote} chosen={chosen} />
      <DueGroup title={words.ifRenewed} due={due(false)} why={words.why.dueIf} quote={quote} chosen={chosen} />
      <Text kind="small" colour="quiet">
        {words.laterNote}
      </Text>
    </>
  );
}

interface DueGroupProps {
  readonly title: string;
  readonly due: Quote['dueLater'];
  readonly why: (name: string, date: string, amount: string) => string;
  readonly quote: Quote;
  readonly chosen: ReadonlyMap<string, BasketLine>;
}

function DueGroup({ title, due, why, quote: { currency }, chosen }: DueGroupProps) {
  if (due.length === 0) return null;
  const shown = (name: string) => chosen.get(name)?.unicode ?? name;
  return (
    <>
      <Text kind="small" style={{ marginTop: 6, fontWeight: '600' }}>
        {title}
      </Text>
      {due.length > mostByName
        ? byDate(due).map(({ on, amount, count }) => (
            <TillLine
              key={on}
              words={`${dateText(on)} · ${words.dueNames(count)}`}
              amount={tillAmount(amount, currency)}
            />
          ))
        : due.map(({ on, name, amount }) => (
            <TillLine
              key={name}
              words={`${dateText(on)} · ${shown(name)}`}
              amount={tillAmount(amount, currency)}
              why={why(shown(name), dateText(on), wholeAmount(amount, currency))}
            />
          ))}
    </>
  );
}

/** Summed up by date; they come in order of date. */
function byDate(due: Quote['dueLater']): { on: string; amount: number; count: number }[] {
  const days = new Map<string, { on: string; amount: number; count: number }>();
  for (const { on, amount } of due) {
    const day = days.get(on) ?? { on, amount: 0, count: 0 };
    days.set(on, { on, amount: day.amount + amount, count: day.count + 1 });
  }
  return [...days.values()];
}
