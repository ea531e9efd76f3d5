import { isDeclared, type NeededDeclaration, type Declaration } from '@tienda/core/contacts/declarations';
import { View } from 'react-native';
import { requirementText } from '../../texts/requirements';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.checkout.declarations;

interface DeclarationsProps {
  readonly needed: readonly NeededDeclaration[];
  readonly declarations: readonly Declaration[];
  readonly onDeclare: (declarations: readonly Declaration[]) => void;
  /** It was tried to pay: what is not declared yet is pointed out. */
  readonly missing: boolean;
}

/** What the extensions in the basket ask of their holders, with the reason; nothing where they ask for nothing. */
export function Declarations({ needed, declarations, onDeclare, missing }: DeclarationsProps) {
  if (needed.length === 0) return null;
  const isOf = (one: NeededDeclaration) => (declared: Declaration) =>
    declared.name === one.name && declared.code === one.code;
  const keep = (one: NeededDeclaration, declared: Declaration | undefined) => {
    const others = declarations.filter((declared) => !isOf(one)(declared));
    onDeclare(declared ? [...others, declared] : others);
  };
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Text kind="small" colour="quiet">
        {words.why}
      </Text>
      {needed.map((one) => {
        const declared = declarations.find(isOf(one));
        const { name, code } = one;
        return (
          <View key={`${name} ${code}`}>
            <Toggle
              title={`${one.unicode}: ${words.isSo}`}
              detail={requirementText(one.text)}
              value={declared !== undefined}
              onChange={(on) => keep(one, on ? { name, code } : undefined)}
            />
            {declared && one.evidence ? (
              <Field
                label={words.evidence(one.unicode)}
                value={declared.evidence ?? ''}
                onChange={(evidence) => keep(one, { name, code, evidence })}
                mono
                maxLength={80}
                error={missing && !isDeclared(one, declarations) ? words.evidenceNeeded : undefined}
              />
            ) : null}
          </View>
        );
      })}
      {missing && needed.some((one) => !isDeclared(one, declarations)) ? (
        <Notice kind="problem">{words.missing}</Notice>
      ) : null}
    </Card>
  );
}
