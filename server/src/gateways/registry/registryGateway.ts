import type { RenewDomain, RestoreDomain, TransferDomain, UpdateDomain } from '@tienda/core/epp/command';
import type { EppContact, EppDomainCreate, EppDomainInfo, EppTransfer, PendingResult } from '@tienda/core/epp/objects';
import type { PremiumPrice, RegistryAnswer } from '@tienda/core/names/availability';

/** The registry gave no usable answer: it may or may not have done what was asked. Ask before trying again. */
export class RegistrySilent extends Error {}

/** It did not take the question: another one it may answer. */
export class QuestionRefused extends RegistrySilent {}

/** What came of an attempt to register. */
export type CreateOutcome =
  | { readonly type: 'created'; readonly expiresAt: string }
  /** The registry looks at it first and tells later what it decided. */
  | { readonly type: 'pending' }
  /** Somebody has the name: perhaps ourselves, from an earlier attempt. */
  | { readonly type: 'exists' }
  | { readonly type: 'refused'; readonly reason: string };

/** What came of an attempt to renew. */
export type RenewOutcome =
  | { readonly type: 'renewed'; readonly expiresAt: string }
  /** The name is not there, or not ours. */
  | { readonly type: 'gone' }
  | { readonly type: 'refused'; readonly reason: string };

/** What came of an attempt to change a name, to restore it or to give it back. */
export type ChangeOutcome =
  | { readonly type: 'done' }
  /** The name is not there, or not ours. */
  | { readonly type: 'gone' }
  | { readonly type: 'refused'; readonly reason: string };

/** What came of asking for a name that is with another registrar (RFC 5731 section 3.2.4). */
export type TransferOutcome =
  /** Where it is now may say no until that ISO 8601 instant. */
  | { readonly type: 'asked'; readonly until: string }
  | { readonly type: 'moved' }
  | { readonly type: 'wrongCode' }
  /** Somebody has asked for it: perhaps ourselves, in an earlier attempt. */
  | { readonly type: 'underWay' }
  | { readonly type: 'gone' }
  | { readonly type: 'refused'; readonly reason: string };

/** Where the latest transfer of a name stands. */
export interface RegistryTransfer extends EppTransfer {
  /** True where we asked for it. */
  readonly isOurs: boolean;
}

/** A name as its registry tells it. */
export interface RegistryDomain extends EppDomainInfo {
  /** True where it is ours to look after. */
  readonly isSponsored: boolean;
}

/** What a registry has to tell: how a name came out that it looked at first. */
export interface RegistryMessage {
  readonly id: string;
  readonly text: string;
  /** Left out where the message is about something else. */
  readonly result?: PendingResult;
  /** Where a transfer stands that it is about. */
  readonly transfer?: RegistryTransfer;
}

/** For whom registries are asked: askers take turns, and one who has gone away is asked for no more. */
export interface Asker {
  readonly id: string;
  readonly signal?: AbortSignal;
}

/** A registry as Tienda uses it. One adapter speaks EPP. */
export interface RegistryGateway {
  readonly id: string;
  /**
   * Asks for names in frames as large as the registry allows, side by side, those of several askers together; `answered` is
   * called with an asker's names of each frame as soon as they are known. Names of a frame that got no answer are
   * `unknown`; whoever went away is told no more.
   */
  check(
    names: readonly string[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
    asker?: Asker,
  ): Promise<void>;
  /** @returns undefined where nobody holds it; `wrongCode` where one was given that does not fit @throws RegistrySilent */
  info(name: string, authCode?: undefined, asker?: Asker): Promise<RegistryDomain | undefined>;
  info(name: string, authCode: string | undefined, asker?: Asker): Promise<RegistryDomain | 'wrongCode' | undefined>;
  /**
   * What it asks for names that somebody holds, in frames as large as it allows: of each that is premium, or that it did
   * not answer for. Names of a frame that was not sent any more, since its asker went away, were not answered for.
   */
  premiumsOf(names: readonly string[], asker?: Asker): Promise<ReadonlyMap<string, PremiumPrice | RegistrySilent>>;
  /** Makes the contact, or finds it there from an earlier attempt. @returns why it is refused for good @throws RegistrySilent */
  needContact(contact: EppContact): Promise<string | undefined>;
  /** The addresses of a host; undefined where the registry does not know it. @throws RegistrySilent */
  addressesOf(host: string): Promise<readonly string[] | undefined>;
  /**
   * Makes a host that a name is to be delegated to, or finds it there, and gives it these addresses: none for those below
   * names of others, which stay as they are.
   *
   * @returns why it is refused for good
   * @throws RegistrySilent
   */
  needHost(host: string, addresses: readonly string[]): Promise<string | undefined>;
  /** Takes a host away. @returns false where it stays, since names are delegated to it @throws RegistrySilent */
  dropHost(host: string): Promise<boolean>;
  /** @param transaction the clTRID; the same for every attempt at one name of one order @throws RegistrySilent */
  create(domain: EppDomainCreate, transaction: string): Promise<CreateOutcome>;
  /** Adds years to a name, where it still expires when it is said to. @throws RegistrySilent */
  renew(renewal: Omit<RenewDomain, 'type'>, transaction: string): Promise<RenewOutcome>;
  /** Changes a name; harmless when repeated. @throws RegistrySilent */
  update(change: Omit<UpdateDomain, 'type'>, transaction: string): Promise<ChangeOutcome>;
  /** Asks for a name in redemption, or reports on one that was asked for (RFC 3915). @throws RegistrySilent */
  restore(restoring: Omit<RestoreDomain, 'type'>, transaction: string): Promise<ChangeOutcome>;
  /** Lets a name go. @throws RegistrySilent */
  remove(name: string, transaction: string): Promise<ChangeOutcome>;
  /** Asks for a name that is with another registrar. @throws RegistrySilent */
  askFor(transfer: Omit<TransferDomain, 'type' | 'step'>, transaction: string): Promise<TransferOutcome>;
  /** Where the latest transfer of a name stands; undefined where there is none that we take part in. @throws RegistrySilent */
  transferOf(name: string): Promise<RegistryTransfer | undefined>;
  /** Lets a name go that another registrar asks for, or keeps it. @throws RegistrySilent */
  decideOn(name: string, isAgreed: boolean, transaction: string): Promise<ChangeOutcome>;
  /** Calls off a transfer that we asked for. @throws RegistrySilent */
  callOff(name: string, transaction: string): Promise<ChangeOutcome>;
  /** Puts a name out of service, or back in (RFC 5731, `clientHold`). @throws RegistrySilent */
  setHold(name: string, isHeld: boolean): Promise<void>;
  /** The oldest message in our queue, which stays there. @throws RegistrySilent */
  message(): Promise<RegistryMessage | undefined>;
  /** Takes a message off the queue; harmless when repeated. @throws RegistrySilent */
  takeMessage(id: string): Promise<void>;
  /** True where a session is open or can be opened. */
  answers(): Promise<boolean>;
  close(): void;
}

/** Registries by the id that the catalogue knows them by. */
export type Registries = ReadonlyMap<string, RegistryGateway>;
