import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { forwardData, forwardKinds, forwardOf, type Forward } from '@tienda/core/dns/forward';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { masterData, readRecord, usualTtl, type DnsRecord, type RecordProblem } from '@tienda/core/dns/record';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Field } from '../../ui/Field';
import { Option } from '../../ui/Option';
import { RadioGroup } from '../../ui/RadioGroup';
import { Toggle } from '../../ui/Toggle';
import { FormActions } from './FormActions';
import { recordProblemText } from './RecordForm';

const words = texts.points.forward;

/** Of which names visitors are sent on: of the name itself and `www`, as most want, or of another below it. */
const usualNames = ['@ www', '@', 'www'] as const;
const other = 'other';

interface ForwardFormProps {
  readonly zone: string;
  /** It is one of many names that are changed alike. */
  readonly isMany?: boolean;
  /** The one that is changed; a new one where left out. */
  readonly record?: DnsRecord;
  readonly onUse: (wish: ZoneWish) => void;
  readonly onRemove?: () => void;
  readonly onLeave: () => void;
}

/** Where visitors of a name are sent, and how. */
export function ForwardForm({ zone, isMany = false, record, onUse, onRemove, onLeave }: ForwardFormProps) {
  const [typed, setTyped] = useState<Forward>(
    record ? forwardOf(record) : { to: '', kind: 'permanent', keeps: 'path', title: '', description: '' },
  );
  const [names, setNames] = useState<string>(record ? other : usualNames[0]);
  const [below, setBelow] = useState(record?.name ?? '');
  const [problem, setProblem] = useState<RecordProblem>();
  const type = (change: Partial<Forward>) => {
    setProblem(undefined);
    setTyped({ ...typed, ...change });
  };
  const use = () => {
    const made: DnsRecord[] = [];
    for (const name of names === other ? [below.trim()] : names.split(' ')) {
      // What was typed for the address is read as such, whatever stands in it.
      const data = masterData({ type: 'FORWARD', data: forwardData({ ...typed, to: typed.to.trim() }) });
      const read =
        typed.to.trim() === ''
          ? ({ at: 'data', code: 'missing', input: '' } as const)
          : readRecord(zone, { name, type: 'FORWARD', ttl: record?.ttl ?? usualTtl, data });
      if ('code' in read) return setProblem(read);
      made.push(read);
    }
    onUse({ kind: 'forward', records: made });
  };
  const problemAt = (at: RecordProblem['at']) => (problem?.at === at ? recordProblemText(problem) : undefined);
  const isMasked = typed.kind === 'masked';
  return (
    <Card label={words.title}>
      <Field
        mono
        label={words.to}
        hint={words.toHint}
        value={typed.to}
        error={problemAt('data')}
        onChange={(to) => type({ to })}
        onSubmitEditing={use}
      />
      <RadioGroup label={words.how} style={styles.kinds}>
        {forwardKinds.map((kind) => (
          <Option
            key={kind}
            title={words.kinds[kind]}
            detail={words.kindDetails[kind]}
            checked={typed.kind === kind}
            onPress={() => type({ kind })}
          />
        ))}
      </RadioGroup>
      {isMasked ? (
        <>
          <Field label={words.pageTitle} value={typed.title} onChange={(title) => type({ title })} />
          <Field
            label={words.pageDescription}
            value={typed.description}
            onChange={(description) => type({ description })}
          />
        </>
      ) : null}
      <Toggle
        title={words.keeps}
        detail={words.keepsDetail}
        value={typed.keeps === 'path'}
        onChange={(keeps) => type({ keeps: keeps ? 'path' : 'nothing' })}
      />
      {record ? null : (
        <Choice
          label={words.names}
          value={names}
          options={[
            ...usualNames.map((value) => ({
              value,
              title: isMany
                ? words.namesOfMany[value]
                : value
                    .split(' ')
                    .map((name) => (name === '@' ? zone : `${name}.${zone}`))
                    .join(', '),
            })),
            { value: other, title: words.another },
          ]}
          onChange={setNames}
        />
      )}
      {names === other ? (
        <Field
          mono
          label={words.name}
          hint={isMany ? texts.manyPoints.nameHint : texts.points.nameHint(zone)}
          value={below}
          error={problemAt('name')}
          onChange={(name) => {
            setProblem(undefined);
            setBelow(name);
          }}
        />
      ) : null}
      <FormActions title={texts.points.use} onUse={use} onRemove={onRemove} onLeave={onLeave} />
    </Card>
  );
}

/** A forward in words. */
export function forwardText(record: Pick<DnsRecord, 'data'>): string {
  const { to, kind, keeps } = forwardOf(record);
  return [to, words.kindWords[kind], ...(keeps === 'path' ? [words.keepsWord] : [])].join(' · ');
}

const styles = StyleSheet.create({
  kinds: { marginVertical: 6 },
});
