import type { Context } from 'koa';
import type { HeldStage } from '@tienda/core/lifecycle/stage';
import { isIsoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { badField } from '../../platform/http/problem';
import type { Parameters } from '../../platform/http/parameters';
import { queryChoice, queryText } from '../../platform/http/route';
import { isUuid } from '../../platform/http/uuid';

/** What a list of names can be sorted by, names themselves next. */
const nameSorts = ['ends', 'name', 'since'] as const;
export type NameSort = (typeof nameSorts)[number];

const stages = ['active', 'grace', 'redemption', 'pendingDelete'] as const satisfies readonly HeldStage[];
const mostAtOnce = 500;

/** Which names of an account, in which order, and from where on. */
export interface NamesWanted {
  readonly sort: NameSort;
  readonly descending: boolean;
  /** Names with this in them, A-label. */
  readonly has?: string;
  readonly endsBy?: IsoDate;
  readonly autoRenew?: boolean;
  readonly privacy?: boolean;
  readonly stage?: HeldStage;
  readonly locked?: boolean;
  readonly suspended?: boolean;
  /** Their renewals were tried and not paid. */
  readonly unpaid?: boolean;
  /** Their holder has not confirmed the address. */
  readonly unconfirmed?: boolean;
  /** They have nameservers. */
  readonly delegated?: boolean;
  /** Renewing them costs more soon, as announced, and they can be renewed before. */
  readonly dearer?: boolean;
  /** Id of the group that they are in; in none, where null. */
  readonly groupId?: string | null;
  /** How many at the most; all where left out. */
  readonly limit?: number;
  /** The last one of the page before. */
  readonly after?: NamePlace;
}

/** Where a name stands in a sorted list. */
export interface NamePlace {
  /** What it is sorted by, as text. */
  readonly value: string;
  readonly name: string;
}

/** What a name is or is not. */
export const switches = [
  'autoRenew',
  'privacy',
  'locked',
  'suspended',
  'unpaid',
  'unconfirmed',
  'delegated',
  'dearer',
] as const;

const yesNo = { type: 'string', enum: ['0', '1'] };

export const namesQuery: Parameters = {
  sort: { description: 'What comes first; `ends` when left out', schema: { type: 'string', enum: nameSorts } },
  order: { description: '`up` when left out', schema: { type: 'string', enum: ['up', 'down'] } },
  has: { description: 'Only names with this in them, as A-label' },
  endsBy: { description: 'Only names that end on this day or before it', schema: { type: 'string', format: 'date' } },
  autoRenew: { description: 'Only names that renew by themselves, 0 for those that do not', schema: yesNo },
  privacy: { description: 'Only names whose holder is hidden, 0 for the others', schema: yesNo },
  stage: { description: 'Only names in this stage', schema: { type: 'string', enum: stages } },
  locked: { description: 'Only names locked against transfer, 0 for the others', schema: yesNo },
  suspended: { description: 'Only names out of service, 0 for the others', schema: yesNo },
  unpaid: { description: 'Only names whose renewal was tried and not paid, 0 for the others', schema: yesNo },
  unconfirmed: {
    description: 'Only names whose holder has not confirmed the address, 0 for the others',
    schema: yesNo,
  },
  delegated: { description: 'Only names with nameservers, 0 for the others', schema: yesNo },
  dearer: { description: 'Only names whose renewal costs more soon, as announced, 0 for the others', schema: yesNo },
  group: { description: 'Only names in the group of this id, `none` for those in no group' },
  limit: {
    description: 'How many at the most; the link of relation `next` (RFC 8288) leads on. All when left out',
    schema: { type: 'integer', minimum: 1, maximum: mostAtOnce },
  },
  after: { description: 'From where on, as the link says' },
};

/** @throws Problem 422 naming the parameter */
export function readNamesWanted(ctx: Context): NamesWanted {
  const has = queryText(ctx, 'has')?.toLowerCase();
  const endsBy = queryText(ctx, 'endsBy');
  if (endsBy !== undefined && !isDay(endsBy)) throw badField('/endsBy', 'notADate', 'endsBy is a day: YYYY-MM-DD.');
  const stage = queryChoice(ctx, 'stage', stages);
  const limit = readLimit(queryText(ctx, 'limit'));
  const sort = queryChoice(ctx, 'sort', nameSorts) ?? 'ends';
  const after = readPlace(queryText(ctx, 'after'), sort);
  return {
    sort,
    descending: queryChoice(ctx, 'order', ['up', 'down']) === 'down',
    ...(has ? { has } : {}),
    ...(endsBy === undefined ? {} : { endsBy }),
    ...Object.fromEntries(
      switches.flatMap((one) => {
        const chosen = queryChoice(ctx, one, ['0', '1']);
        return chosen === undefined ? [] : [[one, chosen === '1']];
      }),
    ),
    ...(stage === undefined ? {} : { stage }),
    ...readGroup(queryText(ctx, 'group')),
    ...(limit === undefined ? {} : { limit }),
    ...(after === undefined ? {} : { after }),
  };
}

/** @throws Problem 422 for what can be no group */
function readGroup(text: string | undefined): Pick<NamesWanted, 'groupId'> {
  if (text === undefined) return {};
  if (text === 'none') return { groupId: null };
  if (!isUuid(text)) throw badField('/group', 'unknownGroup', 'group is the id of a group, or none.');
  return { groupId: text };
}

function readLimit(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const limit = /^\d{1,3}$/.test(text) ? Number(text) : 0;
  if (limit < 1 || limit > mostAtOnce)
    throw badField('/limit', 'outOfRange', `limit is a whole number from 1 to ${mostAtOnce}.`);
  return limit;
}

function readPlace(text: string | undefined, sort: NameSort): NamePlace | undefined {
  if (text === undefined) return undefined;
  const [value = '', name = '', ...more] = Buffer.from(text, 'base64url').toString().split(' ');
  const fits = sort === 'name' ? aLabels.test(value) : isDay(value);
  if (!fits || !aLabels.test(name) || more.length > 0)
    throw badField('/after', 'unknownPlace', 'Take `after` from the link of the page before.');
  return { value, name };
}

const aLabels = /^[a-z0-9.-]{1,253}$/;

/** Of those that a name can have. */
function isDay(text: string): boolean {
  return isIsoDate(text) && text > '1900';
}

/** Leads on to the names after the last one of a page (RFC 8288). */
export function linkToNext(ctx: Context, { value, name }: NamePlace): void {
  const query = new URLSearchParams(ctx.querystring);
  query.set('after', Buffer.from(`${value} ${name}`).toString('base64url'));
  ctx.append('Link', `<${ctx.path}?${query.toString()}>; rel="next"`);
}
