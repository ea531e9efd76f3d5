import type { Catalogue, WholeExtension } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { Currency, Minor } from '@tienda/core/money/money';
import { allowedTerms } from '@tienda/core/pricing/priceItem';
import { riseAhead, unitRise } from '@tienda/core/catalogue/riseAhead';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { rateOf } from '../../find/catalogue/rates';
import type { Clock } from '../../platform/clock/clock';
import type { Mail } from '../../platform/outbox/mail';
import type { Outbox } from '../../platform/outbox/outbox';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';
import type { DearerName, RiseStore } from './store';

interface RiseParts {
  readonly store: RiseStore;
  readonly catalogue: CatalogueReader;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
}

const atOnce = 50;
const beforeAll = '00000000-0000-0000-0000-000000000000';

/** Tells holders once when registries have announced that renewing will cost more, and what renewing before would save. */
export class PriceRises {
  /** All of it is told. */
  private done: Catalogue<WholeExtension> | undefined;

  constructor(private readonly parts: RiseParts) {}

  async lookAround(): Promise<void> {
    const { store, catalogue, outbox, clock, publicUrl } = this.parts;
    const current = catalogue.current();
    // Rises are announced as months turn, and the catalogue is read again then.
    if (this.done === current) return;
    const rises = await store.untold(
      [...current.values()].flatMap(({ label, rise, prices }) =>
        rise && rise.renew > prices.renew ? [{ extension: label, from: rise.from }] : [],
      ),
    );
    const today = isoDate(clock.now());
    const labels = rises.map(({ extension }) => extension);
    for (let after: string | undefined = labels.length > 0 ? beforeAll : undefined; after !== undefined;) {
      const holders = await store.holders(labels, after, atOnce);
      for (const { id, reader, names } of holders) {
        const dearer = risesOf(names, current, today);
        if (dearer.length === 0) continue;
        const mail = riseMail(reader, dearer, `${publicUrl}/names?show=dearer`);
        await outbox.send('mail', `prices rise ${today.slice(0, 'YYYY-MM'.length)} ${id}`, mail);
      }
      after = holders.length < atOnce ? undefined : holders.at(-1)?.id;
    }
    if (rises.length > 0) await store.told(rises);
    this.done = current;
  }
}

/** The names of one extension that are charged in one currency. */
interface DearerNames {
  readonly extension: string;
  readonly on: IsoDate;
  readonly more: Minor;
  readonly currency: Currency;
  readonly count: number;
  readonly saves: Minor;
}

/** The soonest to rise first. */
function risesOf(names: readonly DearerName[], catalogue: Catalogue<WholeExtension>, today: IsoDate): DearerNames[] {
  const found = new Map<string, DearerNames>();
  for (const { name, expiresOn, currency } of names) {
    const extension = extensionOf(name, catalogue);
    if (!extension) continue;
    const renewFor = allowedTerms('renew', { name, unicode: name, extension, heldUntil: expiresOn }, today);
    const rise = riseAhead(unitRise(extension, currency, rateOf(currency)), renewFor.at(-1) ?? 0);
    if (!rise) continue;
    const { on, more, saves } = rise;
    const key = `${on} ${extension.unicode} ${currency}`;
    const before = found.get(key) ?? { extension: extension.unicode, on, more, currency, count: 0, saves: 0 };
    found.set(key, { ...before, count: before.count + 1, saves: before.saves + saves });
  }
  return [...found].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, one]) => one);
}

function riseMail({ email, language }: Reader, dearer: readonly DearerNames[], url: string): Mail {
  const words = textsIn(language).priceRises;
  const count = dearer.reduce((sum, one) => sum + one.count, 0);
  const saved = new Map<Currency, Minor>();
  for (const { currency, saves } of dearer) saved.set(currency, (saved.get(currency) ?? 0) + saves);
  return {
    to: email,
    subject: words.subject(count),
    text: [
      words.announced,
      '',
      ...dearer.map(
        ({ extension, on, more, currency, count: names }) =>
          `  ${words.line(extension, on, amountText(more, currency), names)}`,
      ),
      '',
      words.before([...saved].map(([currency, amount]) => amountText(amount, currency)).join(' + ')),
      words.byItself,
      words.see(url),
      '',
    ].join('\n'),
  };
}
