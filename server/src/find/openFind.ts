import { owner } from '@tienda/core/accounts/actor';
import type { ShownWatch } from '@tienda/core/names/shownWatch';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Gateways } from '../gateways/openGateways';
import type { KeptOfAccounts } from '../people/accounts/departure';
import type { People } from '../people/openPeople';
import type { Platform, Wing } from '../platform/openPlatform';
import { CatalogueReader } from './catalogue/catalogue';
import { catalogueRoutes } from './catalogue/routes';
import { ideaRoutes } from './ideas/routes';
import { IdeaService } from './ideas/service';
import { lookupRoutes } from './lookup/routes';
import { searchRoutes } from './search/routes';
import { SearchService } from './search/service';
import { AvailabilityStore } from './search/store';
import { watchRoutes } from './watches/routes';
import { WatchService } from './watches/service';
import { WatchStore } from './watches/store';
import { WordFile } from './words/wordFile';
import { NameChanges } from './zones/changes';
import { ZoneIndex } from './zones/service';

/** What is kept of an account here. */
export interface FindExport {
  readonly watches: readonly ShownWatch[];
}

/** What can be had: extensions, availability, ideas, registration data, watched names. */
export interface Find extends Wing {
  readonly catalogue: CatalogueReader;
  readonly search: SearchService;
  readonly availability: AvailabilityStore;
  readonly kept: KeptOfAccounts<FindExport>;
}

/** @param registeredSince names registered here on a day or after it */
export async function openFind(
  platform: Platform,
  { registries, rdap }: Gateways,
  { accounts }: People,
  registeredSince: (day: IsoDate) => Promise<readonly string[]>,
): Promise<Find> {
  const { config, log, pool, database, notifications, outbox, clock } = platform;
  const catalogue = new CatalogueReader(clock);
  const availability = new AvailabilityStore(database, log);
  const zoneSource = { url: config.zonesUrl, password: config.registryPassword };
  const zones = new ZoneIndex(pool, zoneSource, config.zonesDirectory, clock, log);
  await zones.open(notifications);
  const changes = new NameChanges(registeredSince, clock, log);
  await changes.open(notifications);
  const words = new WordFile(config.words);
  const search = new SearchService(catalogue, registries, zones, changes, availability, words, clock);
  const watches = new WatchService(new WatchStore(database), catalogue, rdap, search, accounts, outbox, clock);
  return {
    catalogue,
    search,
    availability,
    kept: {
      exported: async ({ id }) => ({ watches: await watches.list(owner(id)) }),
      forgotten: async ({ id }) => {
        for (const { name } of await watches.list(owner(id))) await watches.end(owner(id), name);
      },
    },
    routes: [
      ...catalogueRoutes(catalogue),
      ...searchRoutes(search, log),
      ...ideaRoutes(new IdeaService(catalogue, words, search), log),
      ...lookupRoutes(rdap, catalogue),
      ...watchRoutes(watches),
    ],
    chores: [
      { name: 'zone index', run: () => zones.refresh() },
      { name: 'watches', run: () => watches.lookAround() },
    ],
  };
}
