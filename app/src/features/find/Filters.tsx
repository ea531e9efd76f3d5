import { StyleSheet, View } from 'react-native';
import type { Currency } from '@tienda/core/money/money';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { typedAmount } from '../../shop/money/typedAmount';
import { Choice } from '../../ui/Choice';
import { Field } from '../../ui/Field';
import { filterCount, kinds, privacies, readChoices, statuses, type FindChoices } from '../../shop/name/findChoices';

const words = texts.find.filter;

interface FiltersProps {
  readonly choices: FindChoices;
  readonly currency: Currency;
  readonly onChange: (change: Partial<FindChoices>) => void;
}

const none: Partial<FindChoices> = {
  status: undefined,
  kind: undefined,
  privacy: undefined,
  extension: undefined,
  first: undefined,
  renewal: undefined,
  total: undefined,
};

/** What narrows the results: text and kind of the extension, status, privacy, and what may be paid. */
export function Filters({ choices, currency, onChange }: FiltersProps) {
  const any = { value: '', title: words.any };
  const chosen = (what: 'status' | 'kind' | 'privacy', value: string) =>
    onChange({ [what]: readChoices({ [what]: value })[what] });
  const cap = (what: 'first' | 'renewal' | 'total', label: string) => {
    const typed = choices[what];
    const wrong = typed !== undefined && typedAmount(typed, currency) === undefined;
    return (
      <Field
        shared
        label={label}
        value={typed ?? ''}
        onChange={(value) => onChange({ [what]: value === '' ? undefined : value })}
        inputMode="decimal"
        mono
        error={wrong ? words.badAmount : undefined}
      />
    );
  };
  return (
    <Card label={words.title}>
      <View style={styles.row}>
        <Field
          shared
          label={words.extension}
          value={choices.extension ?? ''}
          onChange={(value) => onChange({ extension: value === '' ? undefined : value })}
          mono
        />
        <View style={styles.choice}>
          <Choice
            label={words.kind}
            value={choices.kind ?? ''}
            options={[any, ...kinds.map((value) => ({ value, title: words.kinds[value] }))]}
            onChange={(value) => chosen('kind', value)}
          />
        </View>
      </View>
      <View style={styles.row}>
        <View style={styles.choice}>
          <Choice
            label={words.status}
            value={choices.status ?? ''}
            options={[
              any,
              { value: 'open', title: words.open },
              ...statuses.map((value) => ({ value, title: texts.find.status[value] })),
            ]}
            onChange={(value) => chosen('status', value)}
          />
        </View>
        <View style={styles.choice}>
          <Choice
            label={words.privacy}
            value={choices.privacy ?? ''}
            options={[any, ...privacies.map((value) => ({ value, title: words.privacies[value] }))]}
            onChange={(value) => chosen('privacy', value)}
          />
        </View>
      </View>
      <View style={styles.row}>
        {cap('first', words.first(currency))}
        {cap('renewal', words.renewal(currency))}
        {cap('total', words.total(choices.horizon, currency))}
      </View>
      {filterCount(choices) > 0 ? <Action kind="link" title={words.clear} onPress={() => onChange(none)} /> : null}
    </Card>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 12 },
  choice: { flexGrow: 1, flexShrink: 1, flexBasis: 0, minWidth: 130 },
});
