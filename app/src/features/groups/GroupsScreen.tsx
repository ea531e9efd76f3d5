import { Link } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { contactRoles, type ContactRole, type NameContacts } from '@tienda/core/contacts/roles';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import { useGroups, useKeepGroup, useRemoveGroup } from '../../api/groups';
import { useContacts } from '../../api/me';
import { useSession } from '../../api/session';
import { useToday } from '../../api/shopClock';
import { contactTitle } from '../../shop/holder/contactTitle';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Failure, Loading } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { StatementPanel } from './StatementPanel';

const words = texts.groups;

/** Names kept together, for a studio one group a client: title, note, and the way to its names. */
export function GroupsScreen() {
  const session = useSession();
  const groups = useGroups();
  const [isAdding, setAdding] = useState(false);
  const isVisitor = session.data !== undefined && !session.data.account;
  return (
    <Screen
      title={words.screen}
      aside={groups.data ? <Stub>{words.count(groups.data.length)}</Stub> : undefined}
      back={{ href: '/names', title: texts.names.back }}
    >
      {isVisitor ? <SignInFirst why={texts.names.signIn} /> : null}
      {groups.isError ? <Failure fault={groups.error} retry={() => void groups.refetch()} /> : null}
      {groups.isLoading ? <Loading /> : null}
      {groups.data ? (
        <>
          {groups.data.length === 0 ? <Text style={styles.empty}>{words.empty}</Text> : null}
          {groups.data.map((group) => (
            <GroupCard key={group.id} group={group} />
          ))}
          {isAdding ? (
            <Card label={words.newOne}>
              <GroupForm onDone={() => setAdding(false)} />
            </Card>
          ) : (
            <View style={styles.button}>
              <Action kind="main" title={words.add} onPress={() => setAdding(true)} />
            </View>
          )}
        </>
      ) : null}
    </Screen>
  );
}

function GroupCard({ group }: { readonly group: NameGroup }) {
  const { id, title, note, names } = group;
  const [open, setOpen] = useState<'nothing' | 'form' | 'removal' | 'statement'>('nothing');
  const today = useToday();
  const remove = useRemoveGroup();
  return (
    <Card label={title}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      {note && open !== 'form' ? (
        <Text kind="small" colour="quiet" style={styles.note}>
          {note}
        </Text>
      ) : null}
      {open === 'form' ? <GroupForm group={group} onDone={() => setOpen('nothing')} /> : null}
      {open === 'removal' ? (
        <View role="status">
          <Text kind="small" style={styles.note}>
            {words.sure(names)}
          </Text>
          <View style={styles.row}>
            <Action title={words.removeIt} busy={remove.isPending} onPress={() => remove.mutate(id)} />
            <Action kind="link" title={words.keepIt} onPress={() => setOpen('nothing')} />
          </View>
        </View>
      ) : null}
      {open === 'statement' && today !== undefined ? (
        <>
          <StatementPanel group={group} today={today} />
          <View style={styles.row}>
            <Action kind="link" title={texts.find.close} onPress={() => setOpen('nothing')} />
          </View>
        </>
      ) : null}
      {open === 'nothing' ? (
        <View style={styles.row}>
          <Link href={{ pathname: '/names', params: { group: id } }} style={styles.link}>
            <Text colour="terracotta">{words.itsNames(names)}</Text>
          </Link>
          <Action
            kind="link"
            title={texts.statement.open}
            label={texts.statement.title(title)}
            onPress={() => setOpen('statement')}
          />
          <Action kind="link" title={words.edit} label={`${words.edit}: ${title}`} onPress={() => setOpen('form')} />
          <Action
            kind="link"
            title={words.remove}
            label={`${words.remove}: ${title}`}
            onPress={() => setOpen('removal')}
          />
        </View>
      ) : null}
      {remove.isError ? <Failure fault={remove.error} /> : null}
    </Card>
  );
}

interface GroupFormProps {
  /** Left out for a new one. */
  readonly group?: NameGroup;
  readonly onDone: () => void;
}

function GroupForm({ group, onDone }: GroupFormProps) {
  const [title, setTitle] = useState(group?.title ?? '');
  const [note, setNote] = useState(group?.note ?? '');
  const [roles, setRoles] = useState<Partial<NameContacts>>(group?.contacts ?? {});
  const contacts = useContacts().data ?? [];
  const known = (role: ContactRole) => (contacts.some(({ id }) => id === roles[role]) ? (roles[role] ?? '') : '');
  const choose = (role: ContactRole, id: string) => {
    const { [role]: _before, ...others } = roles;
    setRoles(id === '' ? others : { ...others, [role]: id });
  };
  const kept = Object.fromEntries(contactRoles.flatMap((role) => (known(role) === '' ? [] : [[role, known(role)]])));
  const keep = useKeepGroup();
  return (
    <View>
      <Field label={words.title} value={title} maxLength={80} onChange={setTitle} />
      <Field multiline label={words.note} value={note} maxLength={2000} onChange={setNote} />
      {contacts.length > 0 ? (
        <>
          <Text kind="small" colour="quiet" style={styles.note}>
            {words.contacts}
          </Text>
          {contactRoles.map((role) => (
            <Choice
              key={role}
              label={texts.checkout.contacts.roles[role]}
              value={known(role)}
              options={[
                { value: '', title: words.whoOrders },
                ...contacts.map((contact) => ({ value: contact.id, title: contactTitle(contact) })),
              ]}
              onChange={(id) => choose(role, id)}
            />
          ))}
        </>
      ) : null}
      {keep.isError ? <Failure fault={keep.error} /> : null}
      <View style={styles.row}>
        <Action
          title={words.keep}
          busy={keep.isPending}
          onPress={() =>
            keep.mutate({ title, note, contacts: kept, ...(group ? { id: group.id } : {}) }, { onSuccess: onDone })
          }
        />
        <Action kind="link" title={words.leave} onPress={onDone} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  empty: { marginBottom: 12 },
  note: { marginTop: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 16 },
  button: { alignItems: 'flex-start' },
  link: { paddingVertical: 12 },
});
