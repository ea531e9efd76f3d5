import type * as Uts46 from '@tienda/core/idna/uts46';

let there: typeof Uts46 | undefined;
// Only the build, which waits for nothing, takes them in at once.
// oxlint-disable-next-line typescript/no-require-imports
if (typeof window === 'undefined') there = require('@tienda/core/idna/uts46') as typeof Uts46;

function tables(): typeof Uts46 {
  if (!there) throw new Error('The tables of international names are fetched with the pieces that need them');
  return there;
}

/** A piece of the app that reads or writes international names, and beside it their tables, which are large. */
export async function withTables<Piece>(piece: Promise<Piece>): Promise<Piece> {
  const [fetched, found] = await Promise.all([piece, import('@tienda/core/idna/uts46')]);
  there = found;
  return fetched;
}

/** What core reads international names with in the app, where `withTables` has fetched what asks. */
export const toASCII: typeof Uts46.toASCII = (...given) => tables().toASCII(...given);
export const toUnicode: typeof Uts46.toUnicode = (...given) => tables().toUnicode(...given);
