import type { Platform, Wing } from '../platform/openPlatform';
import { Keyring } from '../platform/secrets/keyring';
import { Departure, type KeptOfAccounts } from './accounts/departure';
import { KnownDevices } from './accounts/devices';
import { Entrance, type Custom } from './accounts/entrance';
import { ownAccountRoutes } from './accounts/mine';
import { entranceRoutes } from './accounts/routes';
import { AccountService } from './accounts/service';
import { AccountStore } from './accounts/store';
import { TwoStep } from './accounts/twoStep';
import { contactRoutes } from './contacts/routes';
import { ContactStore } from './contacts/store';

/** Accounts, and the people and organisations that they keep. */
export interface People {
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly accountService: AccountService;
  /**
   * Getting in, one's own account, and leaving.
   *
   * @param custom what is sold to an account, for those who come in
   * @param kept what others keep of accounts, for those who leave
   */
  receive(custom: Custom, kept: readonly KeptOfAccounts[]): Wing;
}

export function openPeople(platform: Platform): People {
  const { config, log, database, sessions, cookies, limits, outbox, clock } = platform;
  const accounts = new AccountStore(database);
  const contacts = new ContactStore(database);
  const devices = new KnownDevices(database, cookies, clock);
  const accountService = new AccountService({ database, store: accounts, sessions, devices, outbox, clock });
  const twoStep = new TwoStep(database, accounts, outbox, clock, new Keyring(config.sealingKeys));
  return {
    accounts,
    contacts,
    accountService,
    receive: (custom, kept) => {
      const entrance = new Entrance({ sessions, devices, limits, custom, clock, config, log });
      const departure = new Departure({ accounts, sessions, contacts, kept, clock });
      return {
        routes: [
          ...entranceRoutes(accountService, accounts, twoStep, sessions, entrance),
          ...ownAccountRoutes(accountService, accounts, twoStep, sessions, entrance, departure),
          ...contactRoutes(contacts, clock),
        ],
        chores: [],
      };
    },
  };
}
