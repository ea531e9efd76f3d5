import type { Logger } from 'pino';
import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { toULabel } from '@tienda/core/idna/idna';
import { nextStageOn, stageOf } from '@tienda/core/lifecycle/stage';
import { grouped } from '@tienda/core/text/grouped';
import { addDays, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { AccountStore } from '../../people/accounts/store';
import type { Attention } from '../../platform/attention/attention';
import type { Clock } from '../../platform/clock/clock';
import type { Database } from '../../platform/db/database';
import type { Outbox } from '../../platform/outbox/outbox';
import { registryOf } from '../../gateways/registry/keeper';
import { RegistrySilent, type Registries } from '../../gateways/registry/registryGateway';
import { extensionOfHeld } from './extension';
import { stageMail, type EnteredName } from './mails';
import type { HeldName, NameStore } from './store';

const atOnce = 500;

export interface LivesParts {
  readonly database: Database;
  readonly names: NameStore;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly catalogue: CatalogueReader;
  readonly registries: Registries;
  readonly outbox: Pick<Outbox, 'put' | 'soon'>;
  readonly clock: Clock;
  readonly attention: Attention;
  readonly log: Logger;
  readonly publicUrl: string;
}

/** What a name's day brings: another stage, or another look. */
interface Move {
  readonly held: HeldName;
  readonly extension: WholeExtension;
  readonly stage: EnteredName['stage'];
  readonly next: IsoDate;
}

/**
 * Moves held names that nobody renewed through grace, redemption and pending delete, until their registry has let go of
 * them. Those of one account that move on a day are told in one mail.
 */
export class NameLives {
  constructor(private readonly parts: LivesParts) {}

  /** Every name whose day has come. */
  async lookAround(): Promise<void> {
    const { names, clock } = this.parts;
    for (;;) {
      const due = await names.due(isoDate(clock.now()), atOnce);
      const moves: Move[] = [];
      for (const held of due) {
        const move = await this.moveOf(held).catch((fault: unknown) => this.putOff(held, fault));
        if (move) moves.push(move);
      }
      for (const some of grouped(moves, ({ held }) => held.accountId).values())
        await this.moveOn(some).catch(async (fault: unknown) => {
          for (const { held } of some) await this.putOff(held, fault);
        });
      if (due.length < atOnce) return;
    }
  }

  /** Something is not as it should be with one name: others are not held up, and someone is told. */
  private async putOff(held: HeldName, fault: unknown): Promise<undefined> {
    const { log, attention, names, clock } = this.parts;
    log.error({ err: fault, held: held.id }, 'a name could not be moved on; trying again tomorrow');
    await attention.raise(`name ${held.id}`, `${held.name} could not be moved on in its life`);
    await names.lookAgain(held, addDays(isoDate(clock.now()), 1));
    return undefined;
  }

  /** @returns undefined where it is only looked at again on another day, which is written down */
  private async moveOf(held: HeldName): Promise<Move | undefined> {
    const { names, catalogue, clock } = this.parts;
    const today = isoDate(clock.now());
    const extension = extensionOfHeld(held.name, catalogue);
    const { lifecycle } = extension;
    const stage = stageOf(held.expiresOn, lifecycle, today);
    const next = nextStageOn(held.expiresOn, lifecycle, today);
    if (stage === 'free') {
      if (await this.isGone(held, extension)) return { held, extension, stage: 'gone', next };
      await names.lookAgain(held, addDays(today, 1));
    } else if (stage !== held.stage && stage !== 'active') return { held, extension, stage, next };
    else await names.lookAgain(held, next);
    return undefined;
  }

  /** The names of one account, and the mail that says so. */
  private async moveOn(moves: readonly Move[]): Promise<void> {
    const { database, names, accounts, outbox, clock, publicUrl } = this.parts;
    const now = clock.now();
    const [first] = moves;
    const account = first && (await accounts.byId(first.held.accountId));
    await database.transaction(async (transaction) => {
      const entered: EnteredName[] = [];
      for (const { held, extension, stage, next } of moves)
        if (await names.enter(transaction, held, stage, next, now))
          entered.push({
            unicode: toULabel(held.name),
            expiresOn: held.expiresOn,
            lifecycle: extension.lifecycle,
            stage,
          });
      if (account && entered.length > 0)
        await outbox.put(
          transaction,
          'mail',
          `stage of ${first.held.id} ${isoDate(now)}`,
          stageMail(account, entered, `${publicUrl}/names`),
        );
    });
    outbox.soon();
  }

  /** What the registry says counts, and not the days alone; silence is asked again tomorrow. */
  private async isGone({ name }: HeldName, keeper: { readonly registry: string }): Promise<boolean> {
    try {
      const found = await registryOf(keeper, this.parts.registries).info(name);
      return !found?.isSponsored;
    } catch (fault) {
      if (fault instanceof RegistrySilent) return false;
      throw fault;
    }
  }
}
