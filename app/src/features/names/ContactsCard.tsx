import { Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { holderText } from '@tienda/core/contacts/holderText';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { isDeclared, neededDeclarations, type Declaration } from '@tienda/core/contacts/declarations';
import { isAnotherHolder } from '@tienda/core/contacts/holderChange';
import { contactRoles, type ContactRole, type NameContacts } from '@tienda/core/contacts/roles';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ShownName } from '@tienda/core/names/shownName';
import { useMay } from '../../api/helped';
import { useCatalogue } from '../../api/catalogue';
import { useChangeContacts, useWithdrawHolderChange } from '../../api/holderChanges';
import { useContacts, type KeptContact } from '../../api/me';
import { contactTitle } from '../../shop/holder/contactTitle';
import { Declarations } from '../../shop/holder/Declarations';
import { HolderForm } from '../../shop/holder/later';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.names.contacts;
const roleWords = texts.checkout.contacts.roles;

/** Who holds a name, and who else is what to it; a change of holder is asked of both by mail. */
export function ContactsCard({ name }: { readonly name: ShownName }) {
  const [isChanging, setChanging] = useState(false);
  const contacts = useContacts();
  const mayChange = useMay('changeHolder');
  const { holder, holderChange, stage, changing, contacts: now } = name;
  if (!holder || !now) return null;
  const others = contactRoles.filter((role) => now[role] !== now.registrant);
  const kept = new Map(contacts.data?.map((contact) => [contact.id, contact]));
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.title}
      </Text>
      <Fact title={texts.names.holder}>{holderText(holder)}</Fact>
      {others.map((role) => (
        <Fact key={role} title={roleWords[role]}>
          {kept.get(now[role])?.name ?? words.forgotten}
        </Fact>
      ))}
      {others.length === 0 ? (
        <Text kind="small" colour="quiet">
          {texts.checkout.contacts.same}
        </Text>
      ) : null}
      {holderChange ? <Handover name={name.name} change={holderChange} /> : null}
      {isChanging && contacts.data ? (
        <Changing name={name} now={now} contacts={contacts.data} onLeave={() => setChanging(false)} />
      ) : null}
      {contacts.isError ? <Failure fault={contacts.error} retry={() => void contacts.refetch()} /> : null}
      {!isChanging && !holderChange && canRenew(stage) && mayChange ? (
        <View style={styles.actions}>
          <Action title={words.change} disabled={changing === true} onPress={() => setChanging(true)} />
        </View>
      ) : null}
    </Card>
  );
}

interface HandoverProps {
  readonly name: string;
  readonly change: NonNullable<ShownName['holderChange']>;
}

/** Both holders are asked: who has agreed, until when the other may, and the way back. */
function Handover({ name, change: { to, agreeBy, state } }: HandoverProps) {
  const withdraw = useWithdrawHolderChange(name);
  const who = holderText(to);
  const stands =
    state.at === 'agreed'
      ? words.agreed
      : state.old
        ? words.oldAgreed(dateText(agreeBy))
        : state.new
          ? words.newAgreed(dateText(agreeBy))
          : words.asked(dateText(agreeBy));
  return (
    <View style={styles.handover}>
      <Notice
        kind="notice"
        action={
          state.at === 'asked' ? (
            <Action kind="link" title={words.withdraw} busy={withdraw.isPending} onPress={() => withdraw.mutate()} />
          ) : undefined
        }
      >
        {`${words.handover(who)} ${stands}`}
      </Notice>
      {withdraw.isError ? <Failure fault={withdraw.error} /> : null}
    </View>
  );
}

interface ChangingProps {
  readonly name: ShownName;
  readonly now: NameContacts;
  readonly contacts: readonly KeptContact[];
  readonly onLeave: () => void;
}

function Changing({ name: { name, unicode, holder }, now, contacts, onLeave }: ChangingProps) {
  const change = useChangeContacts();
  const catalogue = useCatalogue().data;
  const [chosen, setChosen] = useState<Partial<NameContacts>>({});
  const [addsFor, setAddsFor] = useState<ContactRole>();
  const [declarations, setDeclarations] = useState<readonly Declaration[]>([]);
  const [isTold, setTold] = useState(false);
  const next = contacts.find(({ id }) => id === chosen.registrant);
  const before = contacts.find(({ id }) => id === now.registrant);
  // One that was forgotten is known by the name alone.
  const isAnother =
    next !== undefined &&
    (before ? isAnotherHolder(before, next) : next.name !== holder?.name || next.id !== now.registrant);
  const extension = catalogue && extensionOf(name, catalogue);
  const needed = isAnother && extension ? neededDeclarations([{ name, unicode, extension }]) : [];
  const isDeclaredAll = needed.every((one) => isDeclared(one, declarations));
  const differs = Object.entries(chosen).some(([role, id]) => now[role as ContactRole] !== id);
  const choose = (role: ContactRole, id: string) =>
    id === 'new' ? setAddsFor(role) : setChosen({ ...chosen, [role]: id });
  const save = () => {
    setTold(true);
    if (!isDeclaredAll) return;
    change.mutate(
      { names: [name], ...chosen, ...(needed.length > 0 ? { declarations } : {}) },
      { onSuccess: ({ cannot }) => (cannot.length === 0 ? onLeave() : undefined) },
    );
  };
  const [refused] = change.data?.cannot ?? [];
  return (
    <View>
      {contactRoles.map((role) => (
        <Choice
          key={role}
          label={roleWords[role]}
          value={addsFor === role ? 'new' : (chosen[role] ?? followed(role, now, chosen))}
          options={[
            ...contacts.map((contact) => ({ value: contact.id, title: contactTitle(contact) })),
            ...(contacts.some(({ id }) => id === now[role]) ? [] : [{ value: now[role], title: words.forgotten }]),
            { value: 'new', title: texts.checkout.contacts.another },
          ]}
          onChange={(id) => choose(role, id)}
        />
      ))}
      {addsFor ? (
        <Suspense fallback={<Loading />}>
          <HolderForm
            known={undefined}
            about={`name ${addsFor}`}
            email=""
            forNames={[name]}
            onKept={({ id }) => {
              setChosen({ ...chosen, [addsFor]: id });
              setAddsFor(undefined);
            }}
          />
        </Suspense>
      ) : null}
      {isAnother ? <Text kind="small">{words.bothAsked(holder?.name ?? '', next.name)}</Text> : null}
      <Declarations
        needed={needed}
        declarations={declarations}
        onDeclare={setDeclarations}
        missing={isTold && !isDeclaredAll}
      />
      {refused ? <Notice kind="problem">{words.cannot[refused.why]}</Notice> : null}
      {addsFor ? null : (
        <View style={styles.actions}>
          <Action
            kind="main"
            title={isAnother ? words.ask : words.save}
            busy={change.isPending}
            disabled={!differs}
            onPress={save}
          />
          <Action title={words.leave} onPress={onLeave} />
        </View>
      )}
      {change.isError ? <Failure fault={change.error} /> : null}
    </View>
  );
}

/** Who is it then: a role that the holder had goes to the next one, unless it is somebody else's. */
function followed(
  role: ContactRole,
  now: NameContacts,
  { registrant = now.registrant }: Partial<NameContacts>,
): string {
  return now[role] === now.registrant ? registrant : now[role];
}

const styles = StyleSheet.create({
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 8 },
  handover: { marginTop: 8 },
});
