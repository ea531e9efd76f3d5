import { IsString, Matches, MaxLength } from 'class-validator';
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
}

/** Without spaces around what was typed. */
function wordsOf({ title, note }: GroupModel): GroupWords {
  return { title: title.trim().replace(/\s+/g, ' '), note: note.trim() };
}

export function groupRoutes(groups: GroupStore): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/groups',
      { needs: 'seeNames', summary: 'Groups of names' },
      async ({ actor: { account } }) => ({ body: await groups.ofAccount(account) }),
    ),
    accountRoute(
      'post',
      '/api/me/groups',
      { needs: 'changeGroups', summary: 'Makes a group', model: GroupModel, perMinute: 60 },
      async ({ actor: { account }, body }) => {
        const { id, title, note } = await groups.add(account, wordsOf(body));
        return { status: 201, body: { id, title, note, names: 0 } };
      },
    ),
    accountRoute(
      'put',
      '/api/me/groups/:id',
      { needs: 'changeGroups', summary: 'Changes title and note of a group', model: GroupModel },
      async ({ actor: { account }, params, body }) => {
        const { id, title, note } = await groups.change(account, params['id'] ?? '', wordsOf(body));
        return { body: { id, title, note } };
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
