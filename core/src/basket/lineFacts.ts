import type { Extension, PrivacyPolicy, UsdCents } from '../catalogue/extension';
import type { IsoDate } from '../time/isoDate';
import type { NameStatus, RegistryAnswer } from '../names/availability';
import type { BasketAction } from './basketLine';
import { runningIntro, transferOf } from '../pricing/linePrice';
import { offeredTerms } from '../pricing/priceItem';

/** What a name offered at a time: enough to say later what has changed. Amounts in USD cents, a year. */
export interface LineFacts {
  /** Left out where the registry had not answered. */
  readonly status?: NameStatus;
  readonly register: UsdCents;
  readonly intro?: { readonly price: UsdCents; readonly minYears: number };
  readonly renew: UsdCents;
  readonly fee: UsdCents;
  readonly privacy: { readonly policy: PrivacyPolicy; readonly price: UsdCents };
  readonly terms: readonly number[];
}

/** One thing that is different: what it was and what it is. Amounts in USD cents, a year, fee included. */
export type LineChange =
  | { readonly what: 'status'; readonly was: NameStatus; readonly now: NameStatus }
  | { readonly what: 'firstYear' | 'renewal' | 'privacyPrice'; readonly was: UsdCents; readonly now: UsdCents }
  | { readonly what: 'privacyPolicy'; readonly was: PrivacyPolicy; readonly now: PrivacyPolicy }
  | { readonly what: 'terms'; readonly was: readonly number[]; readonly now: readonly number[] };

/** What a name offers today. */
export function lineFacts(
  extension: Extension,
  answer: RegistryAnswer | undefined,
  today: IsoDate,
  action: BasketAction = 'register',
): LineFacts {
  const { prices, yearlyFee, privacy } = extension;
  const premium = answer?.premium;
  const isNew = action === 'register';
  const terms = offeredTerms(action, extension);
  const intro = premium || !isNew ? undefined : runningIntro(extension, today);
  const renew = premium?.renew ?? prices.renew;
  return {
    ...(isNew && answer && answer.status !== 'unknown' ? { status: answer.status } : {}),
    register: firstYearOfAction(action, {
      ...prices,
      ...(premium ? { register: premium.register, transfer: transferOf(premium) } : {}),
      renew,
    }),
    ...(intro ? { intro: { price: intro.price, minYears: intro.minYears ?? 1 } } : {}),
    renew,
    fee: yearlyFee,
    privacy,
    terms,
  };
}

function firstYearOfAction(
  action: BasketAction,
  { register, renew, restore, transfer }: Extension['prices'],
): UsdCents {
  return { register, renew, restore: restore + renew, transfer, privacy: 0 }[action];
}

/** What changed for a name taken for so many years. What the registry did not say is no change. */
export function lineChanges(was: LineFacts, now: LineFacts, years: number): LineChange[] {
  const changes: LineChange[] = [];
  if (was.status && now.status && was.status !== now.status)
    changes.push({ what: 'status', was: was.status, now: now.status });
  const amount = (what: 'firstYear' | 'renewal' | 'privacyPrice', of: (facts: LineFacts) => UsdCents) => {
    if (of(was) !== of(now)) changes.push({ what, was: of(was), now: of(now) });
  };
  amount('firstYear', (facts) => firstYearOf(facts, years));
  amount('renewal', ({ renew, fee }) => renew + fee);
  if (was.privacy.policy === now.privacy.policy) amount('privacyPrice', ({ privacy }) => privacy.price);
  else changes.push({ what: 'privacyPolicy', was: was.privacy.policy, now: now.privacy.policy });
  if (was.terms.join() !== now.terms.join()) changes.push({ what: 'terms', was: was.terms, now: now.terms });
  return changes;
}

function firstYearOf({ register, intro, fee }: LineFacts, years: number): UsdCents {
  return (intro && years >= intro.minYears ? intro.price : register) + fee;
}
