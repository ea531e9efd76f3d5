import { allOf } from '@tienda/core/accounts/actor';
import type { ReachCheck } from '../../people/helpers/service';
import type { NameStore } from '../held/store';
import type { GroupStore } from './store';

/** Whether groups and names that are to be left to somebody are the account's. */
export function reachCheck(groups: Pick<GroupStore, 'ofAccount'>, names: Pick<NameStore, 'among'>): ReachCheck {
  return async (account, reach) => {
    const known = new Set((await groups.ofAccount(account)).map(({ id }) => id));
    const mine = new Set((await names.among(allOf(account), reach.names)).map(({ name }) => name));
    const missing = (what: 'groups' | 'names', has: ReadonlySet<string>, code: string, detail: string) =>
      reach[what].flatMap((one, place) => (has.has(one) ? [] : [{ pointer: `/${what}/${place}`, code, detail }]));
    return [
      ...missing('groups', known, 'unknownGroup', 'This group is not among yours.'),
      ...missing('names', mine, 'notHeld', 'This name is not among yours.'),
    ];
  };
}
