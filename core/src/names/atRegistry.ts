import type { IsoDate } from '../time/isoDate';

/** A name as its registry tells it, in the words that it is kept in here. */
export interface AtRegistry {
  /** False where it is another registrar's to look after. */
  readonly isHere: boolean;
  readonly expiresOn: IsoDate;
  readonly locked: boolean;
  /** Put out of service (`clientHold`). */
  readonly suspended: boolean;
  /** True where it knows the holder that is known here. */
  readonly isOurHolder: boolean;
  readonly nameservers: readonly string[];
}

/** What is not as its registry has it. */
export type Difference =
  | { readonly what: 'notHere' | 'holder' }
  | { readonly what: 'expiresOn'; readonly here: IsoDate; readonly there: IsoDate }
  | { readonly what: 'locked' | 'suspended'; readonly there: boolean };

/** A name as its registry has it now, and what of it is not as it is kept here. */
export interface RegistryLook {
  /** Left out where the registry does not know the name. */
  readonly there?: AtRegistry;
  readonly differences: readonly Difference[];
}

/** What the registry has and what is kept here, side by side; nothing where they agree. */
export function differencesOf(
  here: { readonly expiresOn: IsoDate; readonly locked: boolean; readonly suspended: boolean },
  there: AtRegistry | undefined,
): Difference[] {
  if (!there?.isHere) return [{ what: 'notHere' }];
  return [
    ...(there.expiresOn === here.expiresOn
      ? []
      : [{ what: 'expiresOn', here: here.expiresOn, there: there.expiresOn } as const]),
    ...(['locked', 'suspended'] as const).flatMap((what) =>
      there[what] === here[what] ? [] : [{ what, there: there[what] } as const],
    ),
    ...(there.isOurHolder ? [] : [{ what: 'holder' } as const]),
  ];
}
