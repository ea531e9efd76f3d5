import { useState } from 'react';
import { View } from 'react-native';
import { useAskMailChange, useChangeMail } from '../../api/security';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { InboxLink } from '../../shop/entrance/InboxLink';
import { CodeField } from '../../shop/entrance/CodeField';
import { GeneralProblem, problemOf } from '../../shop/entrance/fieldProblems';

const words = texts.security;

/** Another mail address, confirmed at both. */
export function MailChange({ email }: { readonly email: string }) {
  const ask = useAskMailChange();
  const change = useChangeMail();
  const demo = useSession().data?.demo ?? false;
  const [wanted, setWanted] = useState('');
  const [password, setPassword] = useState('');
  const [oldCode, setOldCode] = useState('');
  const [newCode, setNewCode] = useState('');
  const [before] = useState(email);
  const address = wanted.trim();
  const send = () => ask.mutate({ email: address, password });
  const confirm = () => change.mutate({ oldCode: oldCode.trim(), newCode: newCode.trim() });
  if (change.isSuccess) return <Notice kind="good">{words.mailSaved(change.data.email)}</Notice>;
  if (ask.isSuccess)
    return (
      <View>
        {demo ? <InboxLink to={before} /> : null}
        {demo ? <InboxLink to={address} /> : null}
        <CodeField
          label={words.oldCode(before)}
          value={oldCode}
          onChange={setOldCode}
          error={problemOf(change.error, 'oldCode')}
        />
        <CodeField
          label={words.newCode(address)}
          value={newCode}
          onChange={setNewCode}
          onSubmit={confirm}
          error={problemOf(change.error, 'newCode')}
        />
        <GeneralProblem fault={change.error} />
        <Action title={words.save} busy={change.isPending} onPress={confirm} />
      </View>
    );
  return (
    <View>
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {words.mailDetail}
      </Text>
      <Field
        label={words.newMail}
        value={wanted}
        onChange={setWanted}
        inputMode="email"
        autoComplete="email"
        error={problemOf(ask.error, 'email')}
      />
      <Field
        label={words.proof}
        value={password}
        onChange={setPassword}
        secureTextEntry
        autoComplete="current-password"
        onSubmitEditing={send}
        error={problemOf(ask.error, 'password')}
      />
      <GeneralProblem fault={ask.error} />
      <Action title={words.sendCodes} busy={ask.isPending} onPress={send} />
    </View>
  );
}
