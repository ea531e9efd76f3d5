import { nameCount } from './counts';

export const groups = {
  screen: 'Groups',
  one: 'Group',
  count: (count: number) => (count === 1 ? '1 group' : `${count} groups`),
  empty: 'No groups yet. A group keeps names together, one for each client for example.',
  add: 'Make a group',
  title: 'Title',
  note: 'Note',
  keep: 'Keep it so',
  leave: 'Leave it',
  edit: 'Change',
  remove: 'Take away',
  sure: (names: number) =>
    names === 0 ? 'Nothing is in it.' : `${nameCount(names)} in it stay yours and are in no group then.`,
  removeIt: 'Take the group away',
  keepIt: 'Keep it',
  itsNames: (count: number) => nameCount(count),
  choose: 'Choose a group',
  contacts: 'Names that are registered for it are held by, and looked after by:',
  whoOrders: 'whoever orders them',
  none: 'In no group',
  newOne: 'A new group',
  make: 'Make the group',
};
