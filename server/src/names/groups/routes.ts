import { IsString, Matches, MaxLength } from 'class-validator';
import { contactRoles } from '@tienda/core/contacts/roles';
import { RolesModel } from '../../people/contacts/models';
import type { ContactStore } from '../../people/contacts/store';
import { badFields } from '../../platform/http/problem';
import { MayBeLeftOut, PartOf } from '../../platform/http/readModel';
import { accountRoute, type Route } from '../../platform/http/route';
import type { GroupStore, GroupWords } from './store';

class GroupModel {
  @IsString({ message: 'The title is text.' })
  @Matches(/\S/, { message: 'Give the group a title.' })
  @MaxLength(80, { message: 'A title has at most 80 characters.' })
  title!: string;

  @IsString({ message: 'The note is text.' })
  @MaxLength(2000, { message: 'A note has at most 2000 characters.' })
  note!: string;

  /** Who is what to names that are registered for it. */
  @MayBeLeftOut()
  @PartOf(RolesModel)
  contacts?: RolesModel;
}

export function groupRoutes(groups: GroupStore, kept: Pick<ContactStore, 'ofAccount'>): Route[] {
  /** Without spaces around what was typed. @throws Problem 422 where a contact is not the account's */
  const wordsOf = async (account: string, { title, note, contacts = {} }: GroupModel): Promise<GroupWords> => {
    const known = new Set((await kept.ofAccount(account)).map(({ id }) => id));
    const chosen = contactRoles.flatMap((role) =>
      contacts[role] === undefined ? [] : [[role, contacts[role]] as const],
    );
    const strange = chosen.filter(([, id]) => !known.has(id));
    if (strange.length > 0)
      throw badFields(
        strange.map(([role]) => ({
          pointer: `/contacts/${role}`,
          code: 'unknownContact',
          detail: 'This contact is not among yours: choose another.',
        })),
      );
    return { title: title.trim().replace(/\s+/g, ' '), note: note.trim(), contacts: Object.fromEntries(chosen) };
  };
  return [
    accountRoute('get', '/api/me/groups', { needs: 'seeNames', summary: 'Groups of names' }, async ({ actor }) => ({
      body: await groups.ofHolding(actor),
    })),
    accountRoute(
      'post',
      '/api/me/groups',
      { needs: 'changeGroups', summary: 'Makes a group', model: GroupModel, perMinute: 60 },
      async ({ actor: { account }, body }) => {
        const { id, title, note, contacts } = await groups.add(account, await wordsOf(account, body));
        return { status: 201, body: { id, title, note, contacts, names: 0 } };
      },
    ),
    accountRoute(
      'put',
      '/api/me/groups/:id',
      { needs: 'changeGroups', summary: 'Changes title and note of a group', model: GroupModel },
      async ({ actor: { account }, params, body }) => {
        const words = await wordsOf(account, body);
        const { id, title, note, contacts } = await groups.change(account, params['id'] ?? '', words);
        return { body: { id, title, note, contacts } };
      },
    ),
    accountRoute(
      'delete',
      '/api/me/groups/:id',
      { needs: 'changeGroups', summary: 'Takes a group away; its names are in none then' },
      async ({ actor: { account }, params }) => {
        await groups.remove(account, params['id'] ?? '');
        return {};
      },
    ),
  ];
}
