import type { CatalogueReader } from '../find/catalogue/catalogue';
import type { Days } from '../names/openNames';
import type { AccountStore } from '../people/accounts/store';
import type { Platform } from '../platform/openPlatform';
import type { Route } from '../platform/http/route';
import { demoRoutes, sendNames } from './routes';
import { StudioStore } from './studio/store';
import { Studio } from './studio/studio';

/** What only the demo has. */
export function openDemo(
  { config, clock, database, codeKeys: keys }: Platform,
  catalogue: CatalogueReader,
  accounts: Pick<AccountStore, 'byId'>,
  days: Days,
): Route[] {
  const studio = new Studio({
    store: new StudioStore(database),
    catalogue: () => catalogue.current(),
    keys,
    clock,
    atRegistries: (share) => sendNames(config, share),
  });
  return demoRoutes(config, clock, days, async (accountId) => {
    const account = await accounts.byId(accountId);
    if (!account) throw new Error('The account is gone');
    return studio.load(account);
  });
}
