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
    const groupOf = (id: string, place: number): FieldError[] =>
      known.has(id)
        ? []
        : [{ pointer: `/groups/${place}`, code: 'unknownGroup', detail: 'This group is not among yours.' }];
    const nameOf = (name: string, place: number): FieldError[] => {
      if (mine.has(name)) return [];
      const [pointer, detail] = [`/names/${place}`, 'This name is not among yours.'];
      return [{ pointer, code: 'notHeld', detail, facts: { name: toULabel(name) } }];
    };
    return [...reach.groups.flatMap(groupOf), ...reach.names.flatMap(nameOf)];
  };
}
