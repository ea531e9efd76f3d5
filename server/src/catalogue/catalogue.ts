import type { Agreement, Catalogue } from '@tienda/core/catalogue/extension';
import { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
import { agreements, extensionEntries } from '@tienda/core/catalogue/shipped';
import { isoDate } from '@tienda/core/lifecycle/isoDate';
import type { Clock } from '../clock/clock';

/** The catalogue as of this month; read again when the month turns, since its price history moves on. */
export class CatalogueReader {
  private month = '';
  private read: Catalogue = new Map();

  constructor(private readonly clock: Clock) {}

  current(): Catalogue {
    const month = isoDate(this.clock.now()).slice(0, 'YYYY-MM'.length);
    if (month !== this.month) {
      this.read = readCatalogue(extensionEntries, agreements, month);
      this.month = month;
    }
    return this.read;
  }

  agreement(id: string): Agreement | undefined {
    return agreements.find((agreement) => agreement.id === id);
  }
}
