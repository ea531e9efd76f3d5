import { gzipSync } from 'node:zlib';
import type { Agreement, Catalogue } from '@tienda/core/catalogue/extension';
import { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
import { agreements, extensionEntries } from '@tienda/core/catalogue/shipped';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Clock } from '../clock/clock';

/** The catalogue as of this month; read again when the month turns, since its price history moves on. */
export class CatalogueReader {
  private month = '';
  private read: Catalogue = new Map();
  private sent: { of: Catalogue; plain: string; gzipped: Buffer } | undefined;

  constructor(private readonly clock: Clock) {}

  current(): Catalogue {
    const month = isoDate(this.clock.now()).slice(0, 'YYYY-MM'.length);
    if (month !== this.month) {
      this.read = readCatalogue(extensionEntries, agreements, month);
      this.month = month;
    }
    return this.read;
  }

  /** The catalogue as it is sent: half a megabyte, made once a month rather than for every visitor. */
  written(): { readonly plain: string; readonly gzipped: Buffer } {
    const catalogue = this.current();
    if (this.sent?.of !== catalogue) {
      const plain = JSON.stringify([...catalogue.values()]);
      this.sent = { of: catalogue, plain, gzipped: gzipSync(plain, { level: 9 }) };
    }
    return this.sent;
  }

  agreement(id: string): Agreement | undefined {
    return agreements.find((agreement) => agreement.id === id);
  }
}
