import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import { addDays, addYears, type IsoDate } from '@tienda/core/time/isoDate';
import type { StatementPeriod } from '@tienda/core/orders/statement';
import { statementPdfUrl, useStatement } from '../../api/groups';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { ChipChoice } from '../../ui/ChipChoice';
import { Failure, Loading } from '../../ui/Empty';
import { FileLink } from '../../ui/FileLink';
import { Text } from '../../ui/Text';
import { saveStatement } from './saveStatement';

const words = texts.statement;
const periods = ['thisYear', 'lastYear', 'twelveMonths'] as const;
type Period = (typeof periods)[number];

/** The days of a time that people ask for. */
function periodOf(period: Period, today: IsoDate): StatementPeriod {
  const year = Number(today.slice(0, 4));
  switch (period) {
    case 'thisYear':
      return { from: `${year}-01-01`, to: today };
    case 'lastYear':
      return { from: `${year - 1}-01-01`, to: `${year - 1}-12-31` };
    case 'twelveMonths':
      return { from: addDays(addYears(today, -1), 1), to: today };
  }
}

/** What a group holds, what was bought for it and what falls due: in a sentence each, and to take along. */
export function StatementPanel({ group, today }: { readonly group: NameGroup; readonly today: IsoDate }) {
  const [period, setPeriod] = useState<Period>('thisYear');
  const { from, to } = periodOf(period, today);
  const made = useStatement(group.id, { from, to });
  const { data } = made;
  const paid = data?.paidIn.map(({ amount, currency }) => wholeAmount(amount, currency)).join(' + ');
  return (
    <View role="region" aria-label={words.title(group.title)}>
      <View style={styles.row}>
        <ChipChoice
          label={words.period}
          value={period}
          options={periods.map((value) => ({ value, title: words.periods[value] }))}
          onChange={(value) => setPeriod(periods.find((known) => known === value) ?? 'thisYear')}
        />
        <Text kind="small" colour="quiet">
          {words.days(dateText(from), dateText(to))}
        </Text>
      </View>
      {made.isError ? <Failure fault={made.error} retry={() => void made.refetch()} /> : null}
      {made.isLoading ? <Loading /> : null}
      {data ? (
        <View style={styles.sentences}>
          <Text kind="small">{words.held(data.held.length)}</Text>
          <Text kind="small">{paid ? words.paid(data.paid.length, paid) : words.nothingPaid}</Text>
          <Text kind="small">
            {data.due.length > 0
              ? words.due(data.due.length, wholeAmount(data.dueSum, data.currency))
              : words.nothingDue}
          </Text>
          <View style={styles.row}>
            <FileLink href={statementPdfUrl(group.id, { from, to })} title={words.pdf} />
            <Action kind="link" title={words.csv} onPress={() => void saveStatement(data)} />
          </View>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14 },
  sentences: { gap: 4, marginTop: 6 },
});
