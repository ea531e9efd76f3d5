import { owner } from '@tienda/core/accounts/actor';
import type { Helpers } from '@tienda/core/accounts/helper';
import type { Platform, Wing } from '../platform/openPlatform';
import { sessionOf } from '../platform/http/route';
import { Keyring } from '../platform/secrets/keyring';
import { Departure, type KeptOfAccounts } from './accounts/departure';
import { KnownDevices } from './accounts/devices';
import { Entrance, type Custom } from './accounts/entrance';
import { Guard, type ProvenByPassword } from './accounts/guard';
import { ownAccountRoutes } from './accounts/mine';
import { entranceRoutes } from './accounts/routes';
import { AccountService } from './accounts/service';
import { AccountStore } from './accounts/store';
import { TwoStep } from './accounts/twoStep';
import { helperRoutes } from './helpers/routes';
import { Helping, type ReachCheck } from './helpers/service';
import { HelperStore } from './helpers/store';
import { contactRoutes } from './contacts/routes';
import { ContactStore } from './contacts/store';

/** Where people come in. */
interface Reception extends Wing {
  readonly helping: Helping;
}

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
   * @param reachProblems what an account has not, of what it would leave to helpers
   */
  receive(custom: Custom, kept: readonly KeptOfAccounts[], reachProblems: ReachCheck): Reception;
}

/** What is kept of an account about helpers. */
export interface HelpersExport {
  readonly helpers: Helpers;
}

function keptBy(helping: Helping): KeptOfAccounts<HelpersExport> {
  return {
    exported: async ({ id }) => ({ helpers: await helping.list(owner(id)) }),
    forgotten: ({ id }) => helping.forget(id),
  };
}

export function openPeople(platform: Platform): People {
  const { config, log, database, sessions, cookies, limits, outbox, clock } = platform;
  const accounts = new AccountStore(database);
  const contacts = new ContactStore(database);
  const devices = new KnownDevices(database, cookies, clock);
  const accountService = new AccountService({ database, store: accounts, sessions, devices, outbox, clock });
  const twoStep = new TwoStep(database, accounts, outbox, clock, new Keyring(config.sealingKeys));
  const guard = new Guard({ devices, limits, log });
  // Whoever asks proves who they are, also where they act for somebody else.
  const proven: ProvenByPassword = async (ctx, actor, password, what) => {
    const person = owner(sessionOf(ctx)?.accountId ?? actor.account);
    await guard.proven(ctx, person, what, () => accountService.prove(person, password));
  };
  return {
    accounts,
    contacts,
    accountService,
    proven,
    receive: (custom, kept, reachProblems) => {
      const { publicUrl } = config;
      const helping = new Helping(
        { database, store: new HelperStore(database), accounts, outbox, clock, publicUrl },
        reachProblems,
      );
      const entrance = new Entrance({ sessions, devices, guard, custom, clock, config });
      const departure = new Departure({ accounts, sessions, contacts, kept: [...kept, keptBy(helping)], clock });
      return {
        routes: [
          ...entranceRoutes(accountService, accounts, twoStep, sessions, entrance, guard),
          ...ownAccountRoutes(accountService, accounts, twoStep, sessions, entrance, guard, departure),
          ...contactRoutes(contacts, clock),
          ...helperRoutes(helping, proven),
        ],
        chores: [{ name: 'helpers', run: () => helping.lookAround() }],
        helping,
      };
    },
  };
}
