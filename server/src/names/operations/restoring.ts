import type { RestoreReport } from '@tienda/core/epp/command';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import type { Failure } from '@tienda/core/operations/operation';
import { restore, type RestoreState } from '@tienda/core/operations/restore';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { registryOf } from '../../gateways/registry/keeper';
import type { RegistryDomain } from '../../gateways/registry/registryGateway';
import type { Attention } from '../../platform/attention/attention';
import type { Clock } from '../../platform/clock/clock';
import { extensionOfHeld } from '../held/extension';
import type { OperationWork } from './desk';
import { failureOf } from './registering';
import { dayOf, RenewalSteps, type RenewingParts } from './renewing';
import type { TakenOperation } from './store';

export interface RestoringParts extends RenewingParts {
  readonly catalogue: CatalogueReader;
  readonly attention: Attention;
  readonly clock: Clock;
}

/** Where a name stands at its registry while it is being restored (RFC 3915 section 3.1). */
function standing({ graceStatuses = [] }: RegistryDomain): 'inRedemption' | 'awaitsReport' | 'elsewhere' {
  if (graceStatuses.includes('pendingRestore')) return 'awaitsReport';
  return graceStatuses.includes('redemptionPeriod') ? 'inRedemption' : 'elsewhere';
}

/**
 * Takes names back from redemption: asked for, reported on, renewed. Before each of the three the registry is asked where
 * the name stands, so that what was done already is not done again.
 */
export class Restoring implements OperationWork {
  private readonly renewal: RenewalSteps;

  constructor(private readonly parts: RestoringParts) {
    this.renewal = new RenewalSteps(parts, (from) => ({ type: 'renewing', from }));
  }

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const { begin, record, registries } = this.parts;
    const effect = restore.effect(operation.state as RestoreState);
    if (!effect) return operation;
    if (operation.state.at === 'ready') {
      const begun = await begin(operation, () => ({ type: 'requested' }));
      return 'cause' in begun ? this.refused(operation, begun) : begun.operation;
    }
    if (effect.do === 'renew' && effect.sentFrom !== undefined)
      return this.renewal.askedFirst(operation, effect.sentFrom);
    const found = await registryOf(operation, registries).info(operation.name);
    if (!found?.isSponsored) return this.refused(operation, { cause: 'gone' });
    const where = standing(found);
    switch (effect.do) {
      case 'request':
        return where === 'awaitsReport' ? record(operation, { type: 'accepted' }) : this.send(operation);
      case 'report':
        return where === 'elsewhere' ? record(operation, { type: 'reported' }) : this.send(operation, found);
      case 'renew': {
        const from = dayOf(found.expiresAt);
        return this.renewal.send(await record(operation, { type: 'renewing', from }), from);
      }
    }
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.halfDone(operation);
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  /** Asks for the name, or reports on it. @param reportOn as it is now @throws RegistrySilent */
  private async send(operation: TakenOperation, reportOn?: RegistryDomain): Promise<TakenOperation> {
    const { afterwards, registries, record } = this.parts;
    const { name, transaction, orderId } = operation;
    const report = reportOn && { report: this.reportOn(reportOn) };
    const outcome = await registryOf(operation, registries).restore({ name, ...report }, transaction);
    if (orderId) afterwards?.(orderId);
    if (outcome.type === 'gone') return this.refused(operation, { cause: 'gone' });
    if (outcome.type === 'refused') return this.refused(operation, { cause: 'refused', said: outcome.reason });
    return record(operation, { type: reportOn ? 'reported' : 'accepted' });
  }

  private reportOn(found: RegistryDomain): RestoreReport {
    const { lifecycle } = extensionOfHeld(found.name, this.parts.catalogue);
    const { redemptionFrom } = afterExpiry(dayOf(found.expiresAt), lifecycle);
    const data = `Registrant ${found.registrant}, expiry ${found.expiresAt}`;
    return {
      preData: data,
      postData: data,
      deletedAt: `${redemptionFrom}T00:00:00.000Z`,
      restoredAt: this.parts.clock.now().toISOString(),
      reason: 'The registrant did not renew the name in time and asked for it back.',
      statements: [
        'The name is not restored to assume the rights to use or sell it for ourselves or a third party.',
        'The information in this report is true to the best of our knowledge.',
      ],
    };
  }

  private async refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    await this.halfDone(operation);
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }

  /** The registry has done a part of it, for which nobody pays: someone has to look at it. */
  private async halfDone({ id, name, state }: TakenOperation): Promise<void> {
    if (state.at === 'ready' || state.at === 'requested') return;
    await this.parts.attention.raise(
      `operation ${id} half done`,
      `${name} is restored at its registry and not renewed`,
    );
  }
}
