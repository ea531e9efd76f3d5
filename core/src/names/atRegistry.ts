import { delegatedTo, isSameDelegation, type Delegation } from '../dns/delegation';
import { dsText } from '../dns/delegationSigner';
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
  /** To which hosts it is delegated, by name; those below it with their addresses, and its delegation signers. */
  readonly delegation: Delegation & { readonly nameservers: readonly string[] };
}

/** What is not as its registry has it. */
export type Difference =
  | { readonly what: 'notHere' | 'holder' }
  | { readonly what: 'expiresOn'; readonly here: IsoDate; readonly there: IsoDate }
  | { readonly what: 'locked' | 'suspended'; readonly there: boolean }
  | { readonly what: 'nameservers' | 'hosts' | 'ds'; readonly there: readonly string[] };

/** A name as its registry has it now, and what of it is not as it is kept here. */
export interface RegistryLook {
  /** Left out where the registry does not know the name. */
  readonly there?: AtRegistry;
  readonly differences: readonly Difference[];
}

/** What the registry has and what is kept here, side by side; nothing where they agree. */
export function differencesOf(
  here: {
    readonly expiresOn: IsoDate;
    readonly locked: boolean;
    readonly suspended: boolean;
    readonly delegation: Delegation;
  },
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
    ...delegationDifferences(here.delegation, there.delegation),
  ];
}

function delegationDifferences(here: Delegation, there: AtRegistry['delegation']): Difference[] {
  const mine = { ...here, nameservers: delegatedTo(here) };
  const partOf = (what: 'nameservers' | 'hosts' | 'ds') => ({ ...there, [what]: mine[what] });
  const written = {
    nameservers: there.nameservers,
    hosts: there.hosts.map(({ host, addresses }) => [host, ...addresses].join(' ')),
    ds: there.ds.map(dsText),
  };
  return (['nameservers', 'hosts', 'ds'] as const).flatMap((what) =>
    isSameDelegation(partOf(what), there) ? [] : [{ what, there: written[what] }],
  );
}
