import { useState } from 'react';
import { useSecondStep } from '../../api/security';
import { useSignOut } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Text } from '../../ui/Text';
import { CodeField } from './CodeField';
import { GeneralProblem, problemOf } from './fieldProblems';

const words = texts.checkout.account;

/** The password was right: now the code of the app, or a recovery code. */
export function SecondStepForm() {
  const step = useSecondStep();
  const leave = useSignOut();
  const [code, setCode] = useState('');
  const send = () => step.mutate(code.trim().toLowerCase());
  return (
    <Card label={words.stepTitle}>
      <Text kind="heading" level={2}>
        {words.stepTitle}
      </Text>
      <Text colour="quiet" style={{ marginBottom: 12 }}>
        {words.stepDetail}
      </Text>
      <CodeField
        recovery
        label={words.stepCode}
        value={code}
        onChange={setCode}
        onSubmit={send}
        error={problemOf(step.error, 'code')}
      />
      <GeneralProblem fault={step.error} />
      <Action kind="main" title={words.signIn} busy={step.isPending} onPress={send} />
      <Action kind="link" title={words.backToSignIn} onPress={() => leave.mutate()} />
    </Card>
  );
}
