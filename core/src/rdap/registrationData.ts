import type { IsoDate } from '../time/isoDate';
import type { RdapDomain, RdapEntity } from './domainObject';

/** What registration data says, in plain facts. */
export interface RegistrationData {
  readonly name: string;
  readonly registrar: string;
  /** The holder as far as public; undefined where it is held back. */
  readonly holder?: { readonly name: string; readonly organisation: string; readonly place: string };
  /** Why the holder is held back. */
  readonly heldBack?: string;
  readonly registeredOn?: IsoDate;
  readonly expiresOn?: IsoDate;
  readonly changedOn?: IsoDate;
  readonly statuses: readonly string[];
  readonly nameservers: readonly string[];
}

/** Reads an RDAP domain object (RFC 9083) into facts to be shown in words. */
export function registrationData(domain: RdapDomain): RegistrationData {
  const entity = (role: string) => domain.entities.find(({ roles }) => roles.includes(role));
  const holder = entity('registrant');
  const on = (action: string) =>
    domain.events.find(({ eventAction }) => eventAction === action)?.eventDate.slice(0, 10);
  const [registeredOn, expiresOn, changedOn] = [on('registration'), on('expiration'), on('last changed')];
  const heldBack = domain.redacted?.[0]?.reason.description;
  return {
    name: domain.ldhName,
    registrar: property(entity('registrar'), 'fn'),
    ...(holder?.vcardArray
      ? {
          holder: {
            name: property(holder, 'fn'),
            organisation: property(holder, 'org'),
            place: placeOf(holder),
          },
        }
      : {}),
    ...(heldBack === undefined ? {} : { heldBack }),
    ...(registeredOn === undefined ? {} : { registeredOn }),
    ...(expiresOn === undefined ? {} : { expiresOn }),
    ...(changedOn === undefined ? {} : { changedOn }),
    statuses: domain.status,
    nameservers: domain.nameservers.map(({ ldhName }) => ldhName),
  };
}

function valueOf(entity: RdapEntity | undefined, name: string): string | readonly string[] {
  return entity?.vcardArray?.[1].find(([property]) => property === name)?.[3] ?? '';
}

function property(entity: RdapEntity | undefined, name: string): string {
  const value = valueOf(entity, name);
  return typeof value === 'string' ? value : value.join(', ');
}

/** Town, region and country of the address (RFC 6350 section 6.3.1): parts 4, 5 and 7. */
function placeOf(entity: RdapEntity): string {
  const parts = valueOf(entity, 'adr');
  if (typeof parts === 'string') return parts;
  return [parts[3], parts[4], parts[6]].filter(Boolean).join(', ');
}
