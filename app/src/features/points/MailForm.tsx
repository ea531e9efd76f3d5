import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { catchAll, mailForwardOf, readLocalPart, takesMailHere } from '@tienda/core/dns/mailForward';
import { readRecord, usualTtl, type DnsRecord, type RecordProblem } from '@tienda/core/dns/record';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { FormActions } from './FormActions';
import { recordProblemText } from './RecordForm';

const words = texts.mailForward;

interface MailFormProps {
  readonly zone: string;
  /** It is one of many names that are changed alike. */
  readonly isMany?: boolean;
  readonly records: readonly DnsRecord[];
  /** The one that is changed; a new one where left out. */
  readonly record?: DnsRecord;
  readonly onUse: (wish: ZoneWish) => void;
  readonly onRemove?: () => void;
  readonly onLeave: () => void;
}

/** An address of a name and where its mail goes; mail of the name comes in here from then on. */
export function MailForm({ zone, isMany = false, records, record, onUse, onRemove, onLeave }: MailFormProps) {
  const before = record && mailForwardOf(record);
  const [address, setAddress] = useState(before ? addressText(before.local, record.name) : '');
  const [isAll, setAll] = useState(before?.local === catchAll);
  const [targets, setTargets] = useState(before?.to ?? '');
  const [problem, setProblem] = useState<
    Pick<RecordProblem, 'code' | 'input'> & { readonly of: 'address' | 'targets' }
  >();
  const use = () => {
    const wrong = (of: 'address' | 'targets', code: RecordProblem['code'], input: string) =>
      setProblem({ of, code, input });
    const [typed = '', host = record?.name ?? '@'] = address.trim().split('@');
    const local = isAll ? catchAll : readLocalPart(typed);
    if (local === undefined) return wrong('address', typed === '' ? 'missing' : 'localPart', typed);
    const listed = targets.split(/[\s,;]+/).filter((one) => one !== '');
    if (listed.length === 0) return wrong('targets', 'missing', '');
    const made: DnsRecord[] = [];
    for (const target of listed) {
      const name = isAll ? (record?.name ?? '@') : host;
      const read = readRecord(zone, { name, type: 'MAIL', ttl: usualTtl, data: `${local} ${target}` });
      if ('code' in read) return wrong(read.code === 'mailAddress' ? 'targets' : 'address', read.code, read.input);
      made.push(read);
    }
    onUse({ kind: 'mail', records: made });
  };
  const problemOf = (of: 'address' | 'targets') => (problem?.of === of ? recordProblemText(problem) : undefined);
  const elsewhere = takesMailHere(records, '@')
    ? []
    : records.filter(({ name, type }) => name === '@' && type === 'MX');
  return (
    <Card label={words.title}>
      {isAll ? null : (
        <Field
          mono
          label={words.address}
          hint={isMany ? words.addressHintMany : words.addressHint(zone)}
          value={address}
          error={problemOf('address')}
          inputMode="email"
          onChange={(text) => {
            setProblem(undefined);
            setAddress(text);
          }}
        />
      )}
      <Toggle title={words.all} detail={words.allDetail} value={isAll} onChange={setAll} />
      <Field
        mono
        multiline={!record}
        label={words.to}
        hint={words.toHint}
        value={targets}
        error={problemOf('targets')}
        inputMode="email"
        onChange={(text) => {
          setProblem(undefined);
          setTargets(text);
        }}
      />
      {elsewhere.length > 0 ? (
        <Text kind="small" style={styles.moves}>
          {words.moves(elsewhere.map(({ data }) => data[1]).join(', '))}
        </Text>
      ) : null}
      <FormActions title={texts.points.use} onUse={use} onRemove={onRemove} onLeave={onLeave} />
    </Card>
  );
}

/** As it is typed: `orders`, below another name of the zone with it. */
function addressText(local: string, name: string): string {
  if (local === catchAll) return '';
  return name === '@' ? local : `${local}@${name}`;
}

/** A record in words. */
export function mailForwardText(record: DnsRecord): string {
  const { local, to } = mailForwardOf(record);
  return `${local === catchAll ? words.allOthers : local} → ${to}`;
}

const styles = StyleSheet.create({
  moves: { marginBottom: 10 },
});
