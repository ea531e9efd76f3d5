import { useState } from 'react';
import { useAskReset, useReset } from '../../api/security';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { InboxLink } from './InboxLink';
import { CodeField } from './CodeField';
import { PasswordRules } from './PasswordRules';
import { GeneralProblem, problemOf } from './fieldProblems';

const words = texts.checkout.account;

interface ResetFormProps {
  readonly email: string;
  readonly setEmail: (email: string) => void;
  readonly onBack: () => void;
}

/** A new password for who can read the account's mail. */
export function ResetForm({ email, setEmail, onBack }: ResetFormProps) {
  const ask = useAskReset();
  const address = email.trim();
  const send = () => ask.mutate(address);
  return (
    <Card label={words.resetTitle}>
      <Text kind="heading" level={2}>
        {words.resetTitle}
      </Text>
      {ask.isSuccess ? (
        <NewPassword email={address} onAgain={send} />
      ) : (
        <>
          <Text colour="quiet" style={{ marginBottom: 12 }}>
            {words.resetDetail}
          </Text>
          <Field
            label={words.email}
            value={email}
            onChange={setEmail}
            inputMode="email"
            autoComplete="email"
            onSubmitEditing={send}
            error={problemOf(ask.error, 'email')}
          />
          <GeneralProblem fault={ask.error} />
          <Action kind="main" title={words.create} busy={ask.isPending} onPress={send} />
        </>
      )}
      <Action kind="link" title={words.backToSignIn} onPress={onBack} />
    </Card>
  );
}

function NewPassword({ email, onAgain }: { readonly email: string; readonly onAgain: () => void }) {
  const reset = useReset();
  const demo = useSession().data?.demo ?? false;
  const [code, setCode] = useState('');
  const [password, setPassword] = useState('');
  const send = () => reset.mutate({ email, code: code.trim(), password });
  return (
    <>
      <Text colour="quiet" style={{ marginBottom: 12 }}>
        {words.sentIfKnown(email)}
      </Text>
      {demo ? <InboxLink to={email} /> : null}
      <CodeField label={words.code} value={code} onChange={setCode} error={problemOf(reset.error, 'code')} />
      <Field
        label={words.newPassword}
        value={password}
        onChange={setPassword}
        secureTextEntry
        autoComplete="new-password"
        onSubmitEditing={send}
        error={problemOf(reset.error, 'password')}
      />
      <PasswordRules password={password} email={email} />
      <GeneralProblem fault={reset.error} />
      <Action kind="main" title={words.setPassword} busy={reset.isPending} onPress={send} />
      <Action kind="link" title={words.again} onPress={onAgain} />
    </>
  );
}
