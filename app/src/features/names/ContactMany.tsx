import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { ChangedContacts } from '@tienda/core/contacts/holderChange';
import { contactRoles, type NameContacts } from '@tienda/core/contacts/roles';
import type { ShownName } from '@tienda/core/names/shownName';
import { grouped } from '@tienda/core/text/grouped';
import { useChangeContacts, usePreviewContacts } from '../../api/holderChanges';
import { useContacts } from '../../api/me';
import { contactTitle } from '../../shop/holder/contactTitle';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Choice } from '../../ui/Choice';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.names;

interface ContactManyProps {
  readonly chosen: readonly ShownName[];
  readonly onLeave: () => void;
}

/** Who is to be what to many names: chosen first, with what it comes to said before it is done. */
export function ContactMany({ chosen, onLeave }: ContactManyProps) {
  const contacts = useContacts();
  const look = usePreviewContacts();
  const change = useChangeContacts();
  const [roles, setRoles] = useState<Partial<NameContacts>>({});
  const wanted = { names: chosen.map(({ name }) => name), ...roles };
  const choose = (role: keyof NameContacts, id: string) => {
    const { [role]: _before, ...others } = roles;
    look.reset();
    setRoles(id === '' ? others : { ...others, [role]: id });
  };
  const shown = change.data ?? look.data;
  const fault = change.error ?? look.error ?? contacts.error;
  return (
    <ScrollView style={styles.whole}>
      <View style={styles.roles}>
        {change.data
          ? null
          : contactRoles.map((role) => (
              <View key={role} style={styles.role}>
                <Choice
                  label={texts.checkout.contacts.roles[role]}
                  value={roles[role] ?? ''}
                  options={[
                    { value: '', title: words.contacts.stays },
                    ...(contacts.data ?? []).map((contact) => ({ value: contact.id, title: contactTitle(contact) })),
                  ]}
                  onChange={(id) => choose(role, id)}
                />
              </View>
            ))}
      </View>
      {shown ? (
        <Text kind="small" role="status">
          {outcomeWords(shown, change.data !== undefined)}
        </Text>
      ) : null}
      <View style={styles.actions}>
        {change.data ? (
          <Action kind="link" title={texts.find.close} onPress={onLeave} />
        ) : (
          <>
            {look.data ? (
              <Action
                title={words.doIt}
                busy={change.isPending}
                disabled={look.data.asked.length + look.data.waiting.length === 0}
                onPress={() => change.mutate(wanted)}
              />
            ) : (
              <Action
                title={words.choosePointing}
                busy={look.isPending}
                disabled={Object.keys(roles).length === 0}
                onPress={() => look.mutate(wanted)}
              />
            )}
            <Action kind="link" title={words.leaveIt} onPress={onLeave} />
          </>
        )}
      </View>
      {fault ? <Failure fault={fault} /> : null}
    </ScrollView>
  );
}

/** What will come of it, or came: at once, by both holders' leave, and not at all. */
function outcomeWords({ asked, waiting, cannot }: ChangedContacts, isDone: boolean): string {
  const many = isDone ? words.contacts.many : words.contacts.willAsk;
  const reasons = [...grouped(cannot, ({ why }) => why)].map(([why, some]) =>
    words.contacts.cannotMany[why](some.length),
  );
  return [many(asked.length, waiting.length), ...reasons].join(' ');
}

const styles = StyleSheet.create({
  whole: { maxHeight: 420 },
  roles: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 12 },
  role: { flexGrow: 1, flexShrink: 1, flexBasis: 300, minWidth: 0 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 14 },
});
