import { useState } from 'react';
import {
  readRecord,
  recordTypes,
  shownData,
  usualTtl,
  type DnsRecord,
  type RecordProblem,
  type RecordType,
} from '@tienda/core/dns/record';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Field } from '../../ui/Field';
import { FormActions } from './FormActions';

const words = texts.points;
/** Tienda's own have forms of their own. */
const ownForms: ReadonlySet<RecordType> = new Set(['FORWARD', 'PAGE', 'MAIL']);
const typedTypes = recordTypes.filter((type) => !ownForms.has(type));

interface RecordFormProps {
  readonly zone: string;
  /** The one that is changed; a new one where left out. */
  readonly record?: DnsRecord;
  readonly onPut: (record: DnsRecord) => void;
  readonly onRemove?: () => void;
  readonly onLeave: () => void;
}

/** One record, as it is typed. */
export function RecordForm({ zone, record, onPut, onRemove, onLeave }: RecordFormProps) {
  const [typed, setTyped] = useState({
    name: record?.name ?? '@',
    type: record?.type ?? 'A',
    ttl: record?.ttl ?? usualTtl,
    data: record ? shownData(record) : '',
  });
  const [problem, setProblem] = useState<RecordProblem>();
  const type = (change: Partial<typeof typed>) => {
    setProblem(undefined);
    setTyped({ ...typed, ...change });
  };
  const put = () => {
    const read = readRecord(zone, typed);
    if ('code' in read) setProblem(read);
    else onPut(read);
  };
  const problemAt = (at: RecordProblem['at']) => (problem?.at === at ? recordProblemText(problem) : undefined);
  const title = record ? words.editing : words.adding;
  const known = Object.keys(words.ttls).map(Number);
  const ttls = known.includes(typed.ttl) ? known : [...known, typed.ttl].toSorted((a, b) => a - b);
  return (
    <Card label={title}>
      <Choice
        label={words.type}
        value={typed.type}
        options={typedTypes.map((value) => ({ value, title: value }))}
        error={problemAt('type')}
        onChange={(value) => type({ type: typedTypes.find((one) => one === value) ?? typed.type })}
      />
      <Field
        mono
        label={words.name}
        hint={words.nameHint(zone)}
        value={typed.name}
        error={problemAt('name')}
        onChange={(name) => type({ name })}
      />
      <Field
        mono
        multiline={typed.type === 'TXT'}
        label={words.data}
        hint={words.dataHints[typed.type]}
        value={typed.data}
        error={problemAt('data')}
        onChange={(data) => type({ data })}
        onSubmitEditing={put}
      />
      <Choice
        label={words.ttl}
        value={String(typed.ttl)}
        options={ttls.map((ttl) => ({ value: String(ttl), title: words.ttls[ttl] ?? words.seconds(ttl) }))}
        error={problemAt('ttl')}
        onChange={(ttl) => type({ ttl: Number(ttl) })}
      />
      <FormActions title={words.put} onUse={put} onRemove={onRemove} onLeave={onLeave} />
    </Card>
  );
}

export function recordProblemText({ code, input }: Pick<RecordProblem, 'code' | 'input'>): string {
  return words.problems[code](input);
}
