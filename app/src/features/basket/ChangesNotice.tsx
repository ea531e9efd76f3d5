import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { LineChange } from '@tienda/core/basket/lineFacts';
import { convert } from '@tienda/core/money/money';
import { useSeeChanges } from '../../api/basket';
import { termsText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import type { CodeMoney } from '../../shop/tally/codeWords';

const words = texts.basket.changes;

/** Says that names are not as they were; each says on its own card what is different. */
export function ChangesNotice({ lines }: { readonly lines: readonly BasketLine[] }) {
  const see = useSeeChanges();
  const changed = lines.filter(({ changes }) => changes).length;
  if (see.isError) return <Failure fault={see.error} />;
  if (changed === 0) return null;
  return (
    <Notice kind="notice" action={<Action kind="link" title={words.seen} onPress={() => see.mutate(undefined)} />}>
      {words.title(changed)}
    </Notice>
  );
}

/** Each change with what it was and what it is. */
export function changeWords(changes: readonly LineChange[], { currency, rate }: CodeMoney): string[] {
  const amount = (usdCents: number) => wholeAmount(convert(usdCents, currency, rate), currency);
  return changes.map((change) => {
    switch (change.what) {
      case 'status': {
        const status = (of: typeof change.was) => texts.find.status[of].toLowerCase();
        return words.status(status(change.was), status(change.now));
      }
      case 'privacyPolicy':
        return words.privacyPolicy(words.policies[change.was], words.policies[change.now]);
      case 'terms':
        return words.terms(termsText(change.was), termsText(change.now));
      default:
        return words[change.what](amount(change.was), amount(change.now));
    }
  });
}
