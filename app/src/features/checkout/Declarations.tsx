import { isDeclared, type Asked, type Declaration } from '@tienda/core/contacts/declarations';
import { View } from 'react-native';
import { checkoutStore } from '../../api/checkoutStore';
import { useStored } from '../../api/stored';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.checkout.declarations;

interface DeclarationsProps {
  readonly asked: readonly Asked[];
  /** It was tried to pay: what is not said yet is pointed out. */
  readonly missing: boolean;
}

/** What the extensions in the basket ask of their holders, with the reason; nothing where they ask for nothing. */
export function Declarations({ asked, missing }: DeclarationsProps) {
  const choices = useStored(checkoutStore);
  const { declarations } = choices;
  if (asked.length === 0) return null;
  const isOf = (one: Asked) => (said: Declaration) => said.name === one.name && said.code === one.code;
  const say = (one: Asked, said: Declaration | undefined) => {
    const others = declarations.filter((declared) => !isOf(one)(declared));
    checkoutStore.set({ ...choices, declarations: said ? [...others, said] : others });
  };
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Text kind="small" colour="quiet">
        {words.why}
      </Text>
      {asked.map((one) => {
        const said = declarations.find(isOf(one));
        const { name, code } = one;
        return (
          <View key={`${name} ${code}`}>
            <Toggle
              title={`${one.unicode}: ${words.isSo}`}
              detail={one.text}
              value={said !== undefined}
              onChange={(on) => say(one, on ? { name, code } : undefined)}
            />
            {said && one.evidence ? (
              <Field
                label={words.evidence(one.unicode)}
                value={said.evidence ?? ''}
                onChange={(evidence) => say(one, { name, code, evidence })}
                mono
                maxLength={80}
                error={missing && !isDeclared(one, declarations) ? words.evidenceNeeded : undefined}
              />
            ) : null}
          </View>
        );
      })}
      {missing && asked.some((one) => !isDeclared(one, declarations)) ? (
        <Notice kind="problem">{words.missing}</Notice>
      ) : null}
    </Card>
  );
}
