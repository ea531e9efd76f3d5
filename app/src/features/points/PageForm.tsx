import { useState } from 'react';
import { metOf } from '@tienda/core/dns/forward';
import { masterData, readRecord, usualTtl, type DnsRecord, type RecordProblem } from '@tienda/core/dns/record';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { FormActions } from './FormActions';
import { recordProblemText } from './RecordForm';

const words = texts.ownPage;
/** As most want: for the name itself and `www`. */
const usualNames = ['@', 'www'];

interface PageFormProps {
  readonly zone: string;
  /** The one that is changed; a new one where left out. */
  readonly record?: DnsRecord;
  readonly onUse: (wish: ZoneWish) => void;
  readonly onRemove?: () => void;
  readonly onLeave: () => void;
}

/** A page of somebody's own words, at a name that leads nowhere else. */
export function PageForm({ zone, record, onUse, onRemove, onLeave }: PageFormProps) {
  const before = record && metOf(record);
  const page = before?.kind === 'page' ? before : undefined;
  const [title, setTitle] = useState(page?.title ?? '');
  const [text, setText] = useState(page?.text ?? '');
  const [problem, setProblem] = useState<RecordProblem>();
  const use = () => {
    const data = masterData({ type: 'PAGE', data: [title.trim(), text.trim()] });
    const made: DnsRecord[] = [];
    for (const name of record ? [record.name] : usualNames) {
      const read = readRecord(zone, { name, type: 'PAGE', ttl: record?.ttl ?? usualTtl, data });
      if ('code' in read) return setProblem(read);
      made.push(read);
    }
    onUse({ kind: 'forward', records: made });
  };
  return (
    <Card label={words.title}>
      <Field
        label={words.heading}
        value={title}
        onChange={(typed) => {
          setProblem(undefined);
          setTitle(typed);
        }}
      />
      <Field
        multiline
        label={words.text}
        hint={words.textHint}
        value={text}
        error={problem ? recordProblemText(problem) : undefined}
        onChange={(typed) => {
          setProblem(undefined);
          setText(typed);
        }}
      />
      <FormActions title={texts.points.use} onUse={use} onRemove={onRemove} onLeave={onLeave} />
    </Card>
  );
}

/** A page in words. */
export function pageText(record: Pick<DnsRecord, 'type' | 'data'>): string {
  const [title = '', text = ''] = record.data;
  return [title, text].filter(Boolean).join(' · ') || words.empty;
}
