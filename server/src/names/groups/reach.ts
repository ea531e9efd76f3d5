import { allOf } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import type { ReachCheck } from '../../people/helpers/service';
import type { FieldError } from '../../platform/http/problem';
import type { NameStore } from '../held/store';
import type { GroupStore } from './store';

/** Whether groups and names that are to be left to somebody are the account's. */
export function reachCheck(groups: Pick<GroupStore, 'ofAccount'>, names: Pick<NameStore, 'among'>): ReachCheck {
  return async (account, reach) => {
    const known = new Set((await groups.ofAccount(account)).map(({ id }) => id));
    const mine = new Set((await names.among(allOf(account), reach.names)).map(({ name }) => name));
    const missing = (
      what: 'groups' | 'names',
      has: ReadonlySet<string>,
      problem: (one: string) => Omit<FieldError, 'pointer'>,
    ) => reach[what].flatMap((one, place) => (has.has(one) ? [] : [{ pointer: `/${what}/${place}`, ...problem(one) }]));
    return [
      ...missing('groups', known, () => ({ code: 'unknownGroup', detail: 'This group is not among yours.' })),
      ...missing('names', mine, (name) => ({
        code: 'notHeld',
        detail: 'This name is not among yours.',
        facts: { name: toULabel(name) },
      })),
    ];
  };
}
