import type { Logger } from 'pino';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { nextStageOn, stageOf } from '@tienda/core/lifecycle/stage';
import { addDays, isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Attention } from '../../platform/attention/attention';
import type { Clock } from '../../platform/clock/clock';
import { registryOf } from '../../gateways/registry/keeper';
import { RegistrySilent, type Registries } from '../../gateways/registry/registryGateway';
import type { HeldName, NameStore } from './store';

const atOnce = 500;

/** Moves held names that nobody renewed through grace, redemption and pending delete, until their registry has let go of them. */
export class NameLives {
  constructor(
    private readonly names: NameStore,
    private readonly catalogue: CatalogueReader,
    private readonly registries: Registries,
    private readonly clock: Clock,
    private readonly attention: Attention,
    private readonly log: Logger,
  ) {}

  /** Every name whose day has come. */
  async lookAround(): Promise<void> {
    for (;;) {
      const due = await this.names.due(isoDate(this.clock.now()), atOnce);
      for (const held of due) await this.moveOn(held).catch((fault: unknown) => this.putOff(held, fault));
      if (due.length < atOnce) return;
    }
  }

  /** Something is not as it should be with one name: others are not held up, and someone is told. */
  private async putOff(held: HeldName, fault: unknown): Promise<void> {
    this.log.error({ err: fault, held: held.id }, 'a name could not be moved on; trying again tomorrow');
    await this.attention.raise(`name ${held.id}`, `${held.name} could not be moved on in its life`);
    await this.names.lookAgain(held, addDays(isoDate(this.clock.now()), 1));
  }

  private async moveOn(held: HeldName): Promise<void> {
    const now = this.clock.now();
    const today = isoDate(now);
    const extension = extensionOf(held.name, this.catalogue.current());
    if (!extension) throw new Error(`${held.name} is held and has no extension`);
    const { lifecycle } = extension;
    const stage = stageOf(held.expiresOn, lifecycle, today);
    const next = nextStageOn(held.expiresOn, lifecycle, today);
    if (stage !== 'free') {
      if (stage === held.stage || stage === 'active') await this.names.lookAgain(held, next);
      else await this.names.enter(held, stage, next, now);
      return;
    }
    if (await this.isGone(held, extension)) await this.names.enter(held, 'gone', next, now);
    else await this.names.lookAgain(held, addDays(today, 1));
  }

  /** What the registry says counts, and not the days alone; silence is asked again tomorrow. */
  private async isGone({ name }: HeldName, keeper: { readonly registry: string }): Promise<boolean> {
    try {
      const found = await registryOf(keeper, this.registries).info(name);
      return !found?.isSponsored;
    } catch (fault) {
      if (fault instanceof RegistrySilent) return false;
      throw fault;
    }
  }
}
