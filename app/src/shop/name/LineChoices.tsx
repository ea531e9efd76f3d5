import type { Extension } from '@tienda/core/catalogue/extension';
import { comesHere, type BasketLine } from '@tienda/core/basket/basketLine';
import type { Currency } from '@tienda/core/money/money';
import type { QuoteLine } from '@tienda/core/pricing/quote';
import { convert } from '@tienda/core/money/money';
import { usePutInBasket } from '../../api/basket';
import { dateText, termsText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { CardRule } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { YearRail } from '../../ui/YearRail';

const words = texts.basket;

interface LineChoicesProps {
  readonly line: BasketLine;
  readonly priced: QuoteLine;
  readonly extension: Extension;
  readonly currency: Currency;
  readonly rate: string;
}

/**
 * What is chosen for one name: years, privacy, auto-renew; of a renewal the years alone, since it is kept as it is. The
 * same in the basket and at review.
 */
export function LineChoices({ line, priced, extension, currency, rate }: LineChoicesProps) {
  const put = usePutInBasket();
  const { policy, price } = extension.privacy;
  const privacyDetail = {
    ...words.privacyDetail,
    priced: words.privacyDetail.priced(wholeAmount(convert(price, currency, rate), currency)),
  }[policy];
  const { on, each, risen } = priced.renewal;
  const renewWords = line.autoRenew ? words.autoRenewOn : words.autoRenewOff;
  return (
    <>
      <YearRail
        cells={priced.cells}
        years={line.years}
        allowedYears={priced.allowedYears}
        intro={priced.introSaving > 0}
        currency={currency}
        name={line.unicode}
        onChange={(years) => put.mutate({ ...line, years })}
      />
      {priced.allowedYears.length < priced.cells.length ? (
        <Text kind="small" colour="quiet">
          {texts.rail.offered(termsText(priced.allowedYears))}
        </Text>
      ) : null}
      {!comesHere(line.action) ? (
        <Text kind="small" colour="quiet">
          {words.renewKeeps}
        </Text>
      ) : (
        <>
          <CardRule />
          <Toggle
            title={words.privacy}
            detail={privacyDetail}
            value={policy === 'hiddenByRegistry' || (policy !== 'notAllowed' && line.privacy)}
            disabled={policy === 'hiddenByRegistry' || policy === 'notAllowed'}
            onChange={(privacy) => put.mutate({ ...line, privacy })}
          />
          <CardRule />
          <Toggle
            title={words.autoRenew}
            detail={renewWords(dateText(on), wholeAmount(risen?.each ?? each, currency))}
            value={line.autoRenew}
            onChange={(autoRenew) => put.mutate({ ...line, autoRenew })}
          />
          {risen ? (
            <Text kind="small" colour="quiet">
              {words.risen(dateText(risen.from), wholeAmount(each, currency))}
            </Text>
          ) : null}
        </>
      )}
      {put.isError ? <Failure fault={put.error} /> : null}
    </>
  );
}
