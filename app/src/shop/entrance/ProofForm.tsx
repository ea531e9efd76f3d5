import { useState } from 'react';
import { View } from 'react-native';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Field } from '../../ui/Field';
import { GeneralProblem, problemOf } from './fieldProblems';

interface ProofFormProps {
  readonly title: string;
  readonly busy: boolean;
  readonly fault: unknown;
  readonly onProof: (password: string) => void;
  /** What the rest of a form is about, above. */
  readonly isMain?: boolean;
  /** A way out of it, beside. */
  readonly leave?: { readonly title: string; readonly act: () => void };
}

/** The password once more, before something that only its holder may do. */
export function ProofForm({ title, busy, fault, onProof, isMain = false, leave }: ProofFormProps) {
  const [password, setPassword] = useState('');
  const send = () => onProof(password);
  return (
    <View>
      <Field
        label={texts.security.proof}
        value={password}
        onChange={setPassword}
        secureTextEntry
        autoComplete="current-password"
        onSubmitEditing={send}
        error={problemOf(fault, 'password')}
      />
      <GeneralProblem fault={fault} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
        <Action {...(isMain ? { kind: 'main' } : {})} title={title} busy={busy} onPress={send} />
        {leave ? <Action kind="link" title={leave.title} onPress={leave.act} /> : null}
      </View>
    </View>
  );
}
