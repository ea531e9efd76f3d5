import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import { addYears } from '@tienda/core/time/isoDate';
import { convert } from '@tienda/core/money/money';
import { useAgreements } from '../../api/catalogue';
import { useToday } from '../../api/shopClock';
import { useStored } from '../../stored/stored';
import { dateText, termsText, wholeAmount } from '../../texts/format';
import { lifeSentences } from '../../shop/held/lifeSentences';
import { requirementText } from '../../texts/requirements';
import { texts } from '../../texts/texts';
import { Card, CardRule } from '../../ui/Card';
import { Fact } from '../../ui/Fact';
import { Text } from '../../ui/Text';
import { AgreementTexts } from '../../shop/name/AgreementTexts';
import { currencyStore } from '../../api/currencyStore';

const words = texts.name;

interface ExtensionFactsProps {
  readonly extension: WholeExtension;
  readonly rate: string;
}

/** What holds for every name of the extension: prices, terms, privacy, rules, agreements and what happens when. */
export function ExtensionFacts({ extension, rate }: ExtensionFactsProps) {
  const currency = useStored(currencyStore);
  const { prices, yearlyFee, terms, privacy, requirements, agreements, transfer, unicode, labelRules, rise } =
    extension;
  const readable = useAgreements(agreements.map(({ id }) => id)).data;
  const amount = (cents: number) => wholeAmount(convert(cents, currency, rate), currency);
  return (
    <Card label={words.facts(unicode)}>
      <Text kind="heading" level={2}>
        {words.facts(unicode)}
      </Text>
      <Fact title={words.renewal}>{words.renewalPrice(amount(prices.renew))}</Fact>
      {rise ? <Fact title={words.riseFrom(dateText(rise.from))}>{words.renewalPrice(amount(rise.renew))}</Fact> : null}
      <Fact title={words.transfer}>
        {words.transferPrice(amount(prices.transfer), transfer.addsYear, transfer.lockDays)}
      </Fact>
      <Fact title={words.restore}>{words.restorePrice(amount(prices.restore))}</Fact>
      <Fact title={words.fee}>{yearlyFee === 0 ? words.noFee : words.yearlyFee(amount(yearlyFee))}</Fact>
      <Fact title={words.terms}>{termsText(terms.register)}</Fact>
      <Fact title={words.privacyTitle}>{words.privacy[privacy.policy](amount(privacy.price))}</Fact>
      <Fact title={words.publicView}>{words.publicViews[privacy.policy]}</Fact>
      <Fact title={words.label}>
        {words.labelRules(labelRules.minLength, labelRules.maxLength, labelRules.scripts)}
      </Fact>
      <CardRule />
      <Fact title={words.requirements}>
        {requirements.length === 0
          ? words.noRequirements
          : requirements.map(({ text }) => requirementText(text)).join(' ')}
      </Fact>
      <Text kind="small" colour="quiet">
        {words.agreements}
      </Text>
      <AgreementTexts agreements={readable ?? []} />
      <CardRule />
      <Life extension={extension} />
    </Card>
  );
}

/** The dates of a name registered today for one year, in plain words. */
function Life({ extension: { lifecycle, terms } }: { readonly extension: WholeExtension }) {
  const today = useToday();
  if (today === undefined) return null;
  const years = Math.min(...terms.register);
  const expires = addYears(today, years);
  const { life } = words;
  const dates = [
    lifecycle.addGraceDays > 0 ? life.addGrace(lifecycle.addGraceDays) : undefined,
    life.expires(years, dateText(expires)),
    ...lifeSentences(afterExpiry(expires, lifecycle)),
  ];
  return (
    <>
      <Text kind="heading" level={3}>
        {life.title}
      </Text>
      {dates.map((sentence) => (sentence === undefined ? null : <Text key={sentence}>{sentence}</Text>))}
    </>
  );
}
