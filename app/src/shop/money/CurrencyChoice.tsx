import { currencies, isCurrency, type Currency } from '@tienda/core/money/money';
import { texts } from '../../texts/texts';
import { ChipChoice } from '../../ui/ChipChoice';

interface CurrencyChoiceProps {
  readonly value: Currency;
  readonly onChange: (currency: Currency) => void;
}

/** The currency in which everything is shown. */
export function CurrencyChoice({ value, onChange }: CurrencyChoiceProps) {
  return (
    <ChipChoice
      label={texts.money.currency}
      value={value}
      options={currencies.map((code) => ({ value: code, title: code }))}
      onChange={(code) => {
        if (isCurrency(code)) onChange(code);
      }}
    />
  );
}
