import { gzipSync } from 'node:zlib';
import { brief, type Agreement, type Catalogue, type WholeExtension } from '@tienda/core/catalogue/extension';
import { offerPeriod } from '@tienda/core/catalogue/offerPeriod';
import { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
import { agreements, extensionEntries } from '@tienda/core/catalogue/shipped';
import { renewableBefore } from '@tienda/core/pricing/renewableBefore';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { startedOn, type Clock } from '../../platform/clock/clock';

const entries = extensionEntries.map(({ intro, ...entry }) =>
  intro ? { ...entry, intro: { ...intro, ...offerPeriod(intro, startedOn) } } : entry,
);

/** Something as it is sent to everyone alike: written and packed once. */
interface Sent {
  readonly plain: string;
  readonly gzipped: Buffer;
}

/** The catalogue as of this month; read again when the month turns, since its price history moves on. */
export class CatalogueReader {
  private month = '';
  private read: Catalogue<WholeExtension> = new Map();
  private rising: { of: Catalogue; today: IsoDate; last: ReadonlyMap<string, IsoDate> } | undefined;
  private sent: { of: Catalogue; brief?: Sent; whole?: Sent } | undefined;

  constructor(private readonly clock: Clock) {}

  current(): Catalogue<WholeExtension> {
    const month = isoDate(this.clock.now()).slice(0, 'YYYY-MM'.length);
    if (month !== this.month) {
      this.read = readCatalogue(entries, agreements, month);
      this.month = month;
    }
    return this.read;
  }

  /** Of each extension whose renewals are about to cost more: the last expiry with which a name can be renewed before. */
  renewableBefore(today: IsoDate): ReadonlyMap<string, IsoDate> {
    const of = this.current();
    if (this.rising?.of !== of || this.rising.today !== today)
      this.rising = { of, today, last: renewableBefore(of.values(), today) };
    return this.rising.last;
  }

  /**
   * The catalogue as it is sent, made once a month rather than for every visitor.
   *
   * @param form `brief` is what rows and sums need, a third of the whole
   */
  written(form: 'brief' | 'whole'): Sent {
    const catalogue = this.current();
    if (this.sent?.of !== catalogue) this.sent = { of: catalogue };
    const known = this.sent[form];
    if (known) return known;
    const extensions = [...catalogue.values()];
    const plain = JSON.stringify(form === 'whole' ? extensions : extensions.map(brief));
    const made = { plain, gzipped: gzipSync(plain, { level: 9 }) };
    this.sent[form] = made;
    return made;
  }

  agreement(id: string): Agreement | undefined {
    return agreements.find((agreement) => agreement.id === id);
  }
}
