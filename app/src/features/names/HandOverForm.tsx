import { useState } from 'react';
import { View } from 'react-native';
import type { CannotHandOver } from '@tienda/core/transfers/handOver';
import { ApiProblem } from '../../api/client';
import { useOfferNames } from '../../api/handOvers';
import { problemOf } from '../../shop/entrance/fieldProblems';
import { ProofForm } from '../../shop/entrance/ProofForm';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';

const words = texts.handOvers;

interface HandOverFormProps {
  readonly names: readonly string[];
  /** Closes it without offering anything, or after that. */
  readonly onLeave: () => void;
}

/** Offers names to another account: to which, for the password once more; what keeps each is told beside the others. */
export function HandOverForm({ names, onLeave }: HandOverFormProps) {
  const offer = useOfferNames();
  const [email, setEmail] = useState('');
  const address = email.trim();
  if (offer.isSuccess)
    return (
      <View role="status">
        <Text>{words.offered(address)}</Text>
        <Action kind="link" title={texts.find.close} onPress={onLeave} />
      </View>
    );
  return (
    <View>
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {words.detail}
      </Text>
      <Field
        label={words.email}
        value={email}
        onChange={setEmail}
        inputMode="email"
        autoComplete="off"
        error={problemOf(offer.error, 'email')}
      />
      {keptNames(offer.error, names).map(({ name, why }) => (
        <Text key={name} kind="small" colour="plum" role="alert">
          {`${name}: ${why}`}
        </Text>
      ))}
      <ProofForm
        title={words.offer(names.length)}
        busy={offer.isPending}
        fault={offer.error}
        onProof={(password) => offer.mutate({ names, email: address, password })}
        leave={{ title: texts.names.leaveIt, act: onLeave }}
      />
    </View>
  );
}

function isKnown(code: string): code is CannotHandOver | 'notHeld' {
  return Object.hasOwn(words.cannot, code);
}

/** The names that cannot be handed over just now, and why. */
function keptNames(fault: unknown, names: readonly string[]): { readonly name: string; readonly why: string }[] {
  if (!(fault instanceof ApiProblem)) return [];
  return fault.errors.flatMap(({ pointer, code, detail }) => {
    const [, place] = /^\/names\/(\d+)$/.exec(pointer) ?? [];
    const name = place === undefined ? undefined : names[Number(place)];
    return name === undefined ? [] : [{ name, why: isKnown(code) ? words.cannot[code] : detail }];
  });
}
