import type { Agreement } from '@tienda/core/catalogue/extension';
import type { AgreedTerms } from '../../api/me';
import { useToday } from '../../api/shopClock';
import { dateText, dayText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { AgreementTexts } from '../../shop/name/AgreementTexts';

const words = texts.checkout.review;

interface AgreementsProps {
  readonly agreements: readonly Agreement[];
  /** What was agreed to with earlier orders. */
  readonly before: readonly AgreedTerms[];
  readonly agreed: boolean;
  readonly missing: boolean;
  readonly onChange: (agreed: boolean) => void;
}

/** The registries’ terms, readable in place: new ones agreed to by one switch, those agreed to before not asked again. */
export function Agreements({ agreements, before, agreed, missing, onChange }: AgreementsProps) {
  const today = useToday();
  const fresh = newTerms(agreements, before);
  const known = agreements.filter((one) => !fresh.includes(one));
  if (agreements.length === 0) return null;
  return (
    <Card label={words.terms(agreements.length)}>
      {fresh.length > 0 ? (
        <Toggle
          title={words.terms(fresh.length)}
          detail={agreed && today ? words.termsOn(dateText(today)) : words.termsOff}
          value={agreed}
          onChange={onChange}
        />
      ) : null}
      {missing && fresh.length > 0 && !agreed ? <Notice kind="problem">{words.agreeFirst}</Notice> : null}
      <AgreementTexts agreements={fresh} />
      {known.length > 0 ? (
        <>
          <Text>{words.termsBefore(known.length)}</Text>
          <Text kind="small" colour="quiet">
            {words.termsBeforeDetail(dayText(lastAgreed(known, before)))}
          </Text>
        </>
      ) : null}
      <AgreementTexts agreements={known} />
    </Card>
  );
}

/** Terms that were not agreed to before in this version. */
export function newTerms(agreements: readonly Agreement[], before: readonly AgreedTerms[]): Agreement[] {
  return agreements.filter((one) => !before.some((agreed) => isSame(one, agreed)));
}

function lastAgreed(agreements: readonly Agreement[], before: readonly AgreedTerms[]): string {
  const times = before.filter((agreed) => agreements.some((one) => isSame(one, agreed)));
  return (
    times
      .map(({ agreedAt }) => agreedAt)
      .sort()
      .at(-1) ?? ''
  );
}

function isSame(one: Agreement, agreed: AgreedTerms): boolean {
  return one.id === agreed.id && one.version === agreed.version;
}
