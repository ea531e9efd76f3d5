import type { Actor } from '@tienda/core/accounts/actor';
import type { Context } from 'koa';
import type { Platform, Wing } from '../platform/openPlatform';
import { Keyring } from '../platform/secrets/keyring';
import { Departure, type KeptOfAccounts } from './accounts/departure';
import { KnownDevices } from './accounts/devices';
import { Entrance, type Custom } from './accounts/entrance';
import { Guard } from './accounts/guard';
import { ownAccountRoutes } from './accounts/mine';
import { entranceRoutes } from './accounts/routes';
import { AccountService } from './accounts/service';
import { AccountStore } from './accounts/store';
import { TwoStep } from './accounts/twoStep';
import { contactRoutes } from './contacts/routes';
import { ContactStore } from './contacts/store';

/** Proves by the password once more that it is the account's holder who asks. @throws Problem 422, 429 */
export type ProvenByPassword = (ctx: Context, actor: Actor, password: string, what: string) => Promise<void>;

/** Accounts, and the people and organisations that they keep. */
export interface People {
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly accountService: AccountService;
  readonly proven: ProvenByPassword;
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
  const guard = new Guard({ devices, limits, log });
  return {
    accounts,
    contacts,
    accountService,
    proven: async (ctx, actor, password, what) => {
      await guard.proven(ctx, actor, what, () => accountService.prove(actor, password));
    },
    receive: (custom, kept) => {
      const entrance = new Entrance({ sessions, devices, guard, custom, clock, config });
      const departure = new Departure({ accounts, sessions, contacts, kept, clock });
      return {
        routes: [
          ...entranceRoutes(accountService, accounts, twoStep, sessions, entrance, guard),
          ...ownAccountRoutes(accountService, accounts, twoStep, sessions, entrance, guard, departure),
          ...contactRoutes(contacts, clock),
        ],
        chores: [],
      };
    },
  };
}
