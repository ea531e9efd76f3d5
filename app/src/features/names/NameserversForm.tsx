import { View } from 'react-native';
import type { PointsTo } from '@tienda/core/dns/delegation';
import type { ReadDelegation, TypedDelegation } from '@tienda/core/dns/typedDelegation';
import { texts } from '../../texts/texts';
import { Field } from '../../ui/Field';
import { Option } from '../../ui/Option';
import { RadioGroup } from '../../ui/RadioGroup';

const words = texts.names.pointing;
const choices: readonly PointsTo[] = ['tienda', 'elsewhere', 'nothing'];

interface NameserversFormProps {
  /** Of one name; of many where left out. */
  readonly name?: string;
  readonly typed: TypedDelegation;
  readonly onType: (typed: TypedDelegation) => void;
  /** What is said beside the fields. */
  readonly problems: ReadDelegation['problems'];
}

/** To which nameservers names are to be delegated. */
export function NameserversForm({ name, typed, onType, problems }: NameserversFormProps) {
  const problemOf = (at: ReadDelegation['problems'][number]['at']) => {
    const said = problems.filter((problem) => problem.at === at).map(problemWords);
    return said.length > 0 ? said.join('\n') : undefined;
  };
  return (
    <View>
      <RadioGroup label={words.title}>
        {choices.map((at) => (
          <Option
            key={at}
            title={words[at]}
            detail={words[`${at}Detail`]}
            checked={typed.at === at}
            onPress={() => onType({ ...typed, at })}
          />
        ))}
      </RadioGroup>
      {typed.at === 'elsewhere' ? (
        <Field
          multiline
          mono
          label={words.nameservers}
          hint={name === undefined ? undefined : words.nameserversHint(name)}
          value={typed.nameservers}
          error={problemOf('nameservers')}
          onChange={(nameservers) => onType({ ...typed, nameservers })}
        />
      ) : null}
      {typed.at === 'elsewhere' && name !== undefined ? (
        <Field
          multiline
          mono
          label={words.ds}
          hint={words.dsHint}
          value={typed.ds}
          error={problemOf('ds')}
          onChange={(ds) => onType({ ...typed, ds })}
        />
      ) : null}
    </View>
  );
}

/** What is wrong, after the number of its line. */
export function problemWords({ code, line, input = '' }: ReadDelegation['problems'][number]): string {
  const problem = words.problems[code](input);
  return line === undefined ? problem : words.line(line, problem);
}
