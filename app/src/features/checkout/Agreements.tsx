import type { Agreement } from '@tienda/core/catalogue/extension';
import { useToday } from '../../api/session';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Notice } from '../../ui/Notice';
import { Toggle } from '../../ui/Toggle';
import { AgreementTexts } from './AgreementTexts';

const words = texts.checkout.review;

interface AgreementsProps {
  readonly agreements: readonly Agreement[];
  readonly agreed: boolean;
  readonly missing: boolean;
  readonly onChange: (agreed: boolean) => void;
}

/** The registries' terms, readable in place, agreed to by one switch. */
export function Agreements({ agreements, agreed, missing, onChange }: AgreementsProps) {
  const today = useToday();
  return (
    <Card label={words.terms(agreements.length)}>
      <Toggle
        title={words.terms(agreements.length)}
        detail={agreed && today ? words.termsOn(dateText(today)) : words.termsOff}
        value={agreed}
        onChange={onChange}
      />
      {missing && !agreed ? <Notice kind="problem">{words.agreeFirst}</Notice> : null}
      <AgreementTexts agreements={agreements} />
    </Card>
  );
}
