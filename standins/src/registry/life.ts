import type { Lifecycle } from '@tienda/core/catalogue/extension';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import { stageOf, type Stage } from '@tienda/core/lifecycle/stage';
import { addDays, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { registeredDomain } from '../db/schema';

type Row = typeof registeredDomain.$inferSelect;

/** What of a name says where it stands in its life. */
export type Lived = Pick<Row, 'name' | 'createdAt' | 'expiresAt' | 'deletedAt' | 'restoreAskedAt' | 'restoredAt'>;

/** How long a report is waited for, and a renewal after it (RFC 3915 section 2). */
const reportDays = 7;
const renewalDays = 7;

export const zoneOf = (name: string) => name.slice(name.indexOf('.') + 1);
export const labelOf = (name: string) => name.slice(0, name.indexOf('.'));

const lifecycles = new Map<string, Lifecycle>(extensionEntries.map(({ label, lifecycle }) => [label, lifecycle]));

export function lifecycleOf(name: string): Lifecycle | undefined {
  return lifecycles.get(zoneOf(name));
}

const transferRules = new Map(extensionEntries.map(({ label, transfer }) => [label, transfer]));

/** How long a name of a zone stays after it came, and whether moving it adds a year. */
export function transferRulesOf(zone: string): { readonly lockDays: number; readonly addsYear: boolean } {
  return transferRules.get(zone) ?? { lockDays: 60, addsYear: true };
}

/** Where a name stands in its life on a day: by its expiry, or since its registrar let it go. */
export function stageOn(row: Lived, day: IsoDate): Stage {
  const days = lifecycleOf(row.name);
  if (!days) return 'active';
  const { deletedAt, restoredAt, expiresAt } = row;
  if (deletedAt) {
    const redemptionUntil = addDays(isoDate(deletedAt), days.redemptionDays);
    if (day < redemptionUntil) return 'redemption';
    return day < addDays(redemptionUntil, days.pendingDeleteDays) ? 'pendingDelete' : 'free';
  }
  const stage = stageOf(isoDate(expiresAt), days, day);
  const isTakenBack = restoredAt !== null && day <= addDays(isoDate(restoredAt), renewalDays);
  return isTakenBack && stage !== 'active' ? 'grace' : stage;
}

/** True while a restore that was asked for waits for its report. */
export function awaitsReport({ restoreAskedAt }: Lived, day: IsoDate): boolean {
  return restoreAskedAt !== null && day <= addDays(isoDate(restoreAskedAt), reportDays);
}

/** The grace periods that a name is in (RFC 3915 section 3.1). */
export function gracePeriodsOn(row: Lived, stage: Stage, day: IsoDate): string[] {
  const days = lifecycleOf(row.name);
  const isNew = days !== undefined && day <= addDays(isoDate(row.createdAt), days.addGraceDays);
  switch (stage) {
    case 'active':
      return isNew ? ['addPeriod'] : [];
    case 'grace':
      return ['autoRenewPeriod'];
    case 'redemption':
      return awaitsReport(row, day) ? ['pendingRestore'] : ['redemptionPeriod'];
    case 'pendingDelete':
      return ['pendingDelete'];
    case 'free':
      return [];
  }
}
