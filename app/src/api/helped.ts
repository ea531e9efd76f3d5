import { mayDo, type Deed, type Reach, type Scope } from '@tienda/core/accounts/actor';
import { Held, useStored } from '../stored/stored';

/** An account whose names are looked after here, and what is left to whoever does. */
export interface Helped {
  /** Of the invitation that was accepted. */
  readonly id: string;
  /** Mail address of the account. */
  readonly with: string;
  readonly scopes: readonly Scope[];
  readonly reach: Reach;
}

/** Whose names this page shows; one's own where undefined. Kept until the page is left, for this page alone. */
export const helpedStore = new Held<Helped | undefined>(undefined, true);

/** The account that was helped until it was ended from the other side: to be told. */
export const endedStore = new Held<string | undefined>(undefined, true);

export function useHelped(): Helped | undefined {
  return useStored(helpedStore);
}

/** True where what is done there is open to whoever looks at this page. */
export function useMay(deed: Deed): boolean {
  const helped = useHelped();
  return helped === undefined || mayDo(helped, deed);
}

/** What is about oneself, whomever one helps. */
const ownPaths = ['/api/me/helpers', '/api/me/account', '/api/me/sessions', '/api/me/password', '/api/me/two-step'];
const helpedPaths = ['/api/me/', '/api/basket', '/api/quotes'];

/** By which invitation a request is made for another account; undefined for what is one's own, or anybody's. */
export function helpIn(path: string): string | undefined {
  const starts = (start: string) => path.startsWith(start);
  return helpedPaths.some(starts) && !ownPaths.some(starts) ? helpedStore.get()?.id : undefined;
}
