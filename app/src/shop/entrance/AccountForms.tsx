import { useState } from 'react';
import { View } from 'react-native';
import { useConfirm, useSession, useSignIn, useSignUp } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { InboxLink } from './InboxLink';
import { CodeField } from './CodeField';
import { PasswordRules } from './PasswordRules';
import { ResetForm } from './ResetForm';
import { GeneralProblem, problemOf } from './fieldProblems';
import { SecondStepForm } from './SecondStepForm';

const words = texts.checkout.account;

/** Makes an account or signs in. Whoever mounts it learns of success from the session. */
export function AccountForms({ first }: { readonly first: 'new' | 'existing' }) {
  const awaited = useSession().data?.secondStep ?? false;
  const [which, setWhich] = useState<'new' | 'existing' | 'forgotten'>(first);
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const signUp = useSignUp();
  const shared = { email, setEmail, password, setPassword };
  if (awaited) return <SecondStepForm />;
  if (which === 'forgotten') return <ResetForm email={email} setEmail={setEmail} onBack={() => setWhich('existing')} />;
  if (signUp.isSuccess)
    return <CodeForm email={email} onOther={() => signUp.reset()} onAgain={() => signUp.mutate({ email, password })} />;
  return which === 'new' ? (
    <Card>
      <NewAccountForm {...shared} signUp={signUp} />
      <Action kind="link" title={words.haveOne} onPress={() => setWhich('existing')} />
    </Card>
  ) : (
    <Card>
      <SignInForm {...shared} />
      <Action kind="link" title={words.forgot} onPress={() => setWhich('forgotten')} />
      <Action kind="link" title={words.makeOne} onPress={() => setWhich('new')} />
    </Card>
  );
}

interface Shared {
  readonly email: string;
  readonly setEmail: (email: string) => void;
  readonly password: string;
  readonly setPassword: (password: string) => void;
}

interface CredentialFieldsProps extends Shared {
  readonly fault: unknown;
  readonly fresh: boolean;
  readonly onSubmit: () => void;
}

/** Address and password, to make an account or to get in. */
function CredentialFields(props: CredentialFieldsProps) {
  const { email, setEmail, password, setPassword, fault, fresh, onSubmit } = props;
  return (
    <>
      <Field
        label={words.email}
        value={email}
        onChange={setEmail}
        inputMode="email"
        autoComplete="email"
        error={problemOf(fault, 'email')}
      />
      <Field
        label={words.password}
        value={password}
        onChange={setPassword}
        secureTextEntry
        autoComplete={fresh ? 'new-password' : 'current-password'}
        onSubmitEditing={onSubmit}
        error={problemOf(fault, 'password')}
      />
    </>
  );
}

function NewAccountForm({ signUp, ...shared }: Shared & { readonly signUp: ReturnType<typeof useSignUp> }) {
  const { email, password } = shared;
  const send = () => signUp.mutate({ email: email.trim(), password });
  return (
    <View>
      <CredentialFields {...shared} fresh fault={signUp.error} onSubmit={send} />
      <PasswordRules password={password} email={email} />
      <GeneralProblem fault={signUp.error} />
      <Action kind="main" title={words.create} busy={signUp.isPending} onPress={send} />
    </View>
  );
}

function SignInForm(shared: Shared) {
  const signIn = useSignIn();
  const send = () => signIn.mutate({ email: shared.email.trim(), password: shared.password });
  return (
    <View>
      <CredentialFields {...shared} fresh={false} fault={signIn.error} onSubmit={send} />
      <GeneralProblem fault={signIn.error} />
      <Action kind="main" title={words.signIn} busy={signIn.isPending} onPress={send} />
    </View>
  );
}

interface CodeFormProps {
  readonly email: string;
  readonly onOther: () => void;
  readonly onAgain: () => void;
}

function CodeForm({ email, onOther, onAgain }: CodeFormProps) {
  const [code, setCode] = useState('');
  const confirm = useConfirm();
  const demo = useSession().data?.demo ?? false;
  const send = () => confirm.mutate({ email: email.trim(), code: code.trim() });
  return (
    <Card>
      <Text kind="heading" level={2}>
        {words.codeTitle}
      </Text>
      <Text colour="quiet" style={{ marginBottom: 12 }}>
        {words.codeDetail(email)}
      </Text>
      {demo ? <InboxLink to={email.trim()} /> : null}
      <CodeField
        label={words.code}
        value={code}
        onChange={setCode}
        onSubmit={send}
        error={problemOf(confirm.error, 'code')}
      />
      <GeneralProblem fault={confirm.error} />
      <Action kind="main" title={words.confirm} busy={confirm.isPending} onPress={send} />
      <Action kind="link" title={words.again} onPress={onAgain} />
      <Action kind="link" title={words.otherAddress} onPress={onOther} />
    </Card>
  );
}
