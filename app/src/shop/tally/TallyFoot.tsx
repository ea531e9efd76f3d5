import { memo } from 'react';
import { View } from 'react-native';
import type { Customer } from '@tienda/core/pricing/tax';
import { useDefaultContact } from '../../api/me';
import { useStored } from '../../stored/stored';
import { countries, countryText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { ChipChoice } from '../../ui/ChipChoice';
import { Text } from '../../ui/Text';
import { CurrencyChoice } from '../money/CurrencyChoice';
import { currencyStore } from '../../api/currencyStore';
import { RateNote } from '../money/RateNote';
import { billingStore } from './buyer';

const words = texts.tally;

interface TallyFootProps {
  readonly customer: Customer;
  readonly settled: boolean;
}

/** In which currency it is charged and at which rate; for which country it is taxed, to choose while no holder is known. */
export const TallyFoot = memo(function TallyFoot({ customer: { country, kind }, settled }: TallyFootProps) {
  const currency = useStored(currencyStore);
  const holder = useDefaultContact();
  const billing = (change: Partial<Pick<Customer, 'country' | 'kind'>>) =>
    billingStore.set({ country, kind, ...change });
  return (
    <View style={{ marginTop: 10, gap: 6 }}>
      {holder ? null : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 6 }}>
          <ChipChoice
            label={words.billed}
            value={country}
            options={countries().map((value) => ({ value, title: countryText(value) }))}
            onChange={(value) => billing({ country: value })}
          />
          <ChipChoice
            label={words.as}
            value={kind}
            options={(['person', 'business'] as const).map((value) => ({ value, title: words.kinds[value] }))}
            onChange={(value) => billing({ kind: value === 'business' ? 'business' : 'person' })}
          />
        </View>
      )}
      <Text kind="small" colour="quiet">
        {settled || holder ? words.settledCountry(countryText(country)) : words.country}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 }}>
        <CurrencyChoice value={currency} onChange={(code) => currencyStore.set(code)} />
        <RateNote beside />
      </View>
    </View>
  );
});
