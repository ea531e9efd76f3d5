import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { DnsRecord } from '@tienda/core/dns/record';
import { useReadElsewhere } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';

const words = texts.readElsewhere;
/** Answers that are told one by one. */
const mostLines = 10;

interface ReadElsewhereProps {
  readonly zone: string;
  readonly onRead: (records: readonly DnsRecord[]) => void;
}

/** What a name's nameservers elsewhere answer, read into the records here, so that nothing breaks when it comes back to them. */
export function ReadElsewhere({ zone, onRead }: ReadElsewhereProps) {
  const reading = useReadElsewhere(zone);
  const [more, setMore] = useState('');
  const read = () =>
    reading.mutate(more.split(/[\s,;]+/).filter(Boolean), {
      // Where nothing was found, what stands here already stays.
      onSuccess: ({ records }) => (records.length > 0 ? onRead(records) : undefined),
    });
  const { data } = reading;
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Text kind="small" colour="quiet" style={styles.detail}>
        {words.detail}
      </Text>
      <Field mono label={words.more} hint={words.moreHint} value={more} onChange={setMore} onSubmitEditing={read} />
      <View style={styles.action}>
        <Action title={words.read} busy={reading.isPending} onPress={read} />
      </View>
      {reading.isError ? <Failure fault={reading.error} retry={read} /> : null}
      <View role="status">
        {data ? <Text>{words.found(data.records.length, data.nameserver, data.asked.length)}</Text> : null}
        {data && data.silent.length > 0 ? <Text colour="plum">{words.silent(data.silent.join(', '))}</Text> : null}
        {data?.unread.slice(0, mostLines).map((line) => (
          <Text key={line} kind="small" colour="plum">
            {words.unread(line)}
          </Text>
        ))}
      </View>
    </Card>
  );
}

const styles = StyleSheet.create({
  detail: { marginBottom: 10 },
  action: { alignItems: 'flex-start' },
});
