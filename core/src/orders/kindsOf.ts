import type { OrderLine } from './order';

/** One word for what an order or an invoice is about; a line without a kind is a registration. */
export function kindsOf(lines: readonly { readonly kind?: OrderLine['kind'] }[]): OrderLine['kind'] | 'mixed' {
  const kinds = new Set(lines.map(({ kind = 'register' }) => kind));
  const [only = 'register'] = kinds;
  return kinds.size > 1 ? 'mixed' : only;
}
