import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { DnsRecord } from '@tienda/core/dns/record';
import { readZoneText, type ReadZoneText, type ZoneTextNote } from '@tienda/core/dns/zoneText';
import { zoneFileUrl } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { FileInput } from '../../ui/FileInput';
import { FileLink } from '../../ui/FileLink';
import { Text } from '../../ui/Text';

const words = texts.points;
/** Lines that are told one by one. */
const mostLines = 20;

type Unread = Extract<ZoneTextNote, { problem: unknown }>;

interface ZoneFileProps {
  readonly zone: string;
  readonly onRead: (records: readonly DnsRecord[]) => void;
}

/** The records as a zone file, out and in, with what could not be read line by line. */
export function ZoneFile({ zone, onRead }: ZoneFileProps) {
  const input = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<ReadZoneText>();
  const unread = read?.notes.filter((note): note is Unread => 'problem' in note) ?? [];
  const take = (text: string) => {
    const found = readZoneText(zone, text);
    setRead(found);
    if (found.records.length > 0) onRead(found.records);
  };
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.file}
      </Text>
      <Text kind="small" colour="quiet">
        {words.fileDetail}
      </Text>
      <View style={styles.actions}>
        <FileLink href={zoneFileUrl(zone)} title={words.fileOut} />
        <Action kind="link" title={words.fileIn} onPress={() => input.current?.click()} />
      </View>
      <FileInput ref={input} label={words.fileIn} accept=".zone,.txt,.db,text/dns,text/plain" onText={take} />
      {read ? (
        <View role="status">
          <Text>{words.fileRead(read.records.length)}</Text>
          {unread.length > 0 ? <Text colour="plum">{words.fileNotRead(unread.length)}</Text> : null}
          {unread.slice(0, mostLines).map((note) => (
            <Text key={`${note.line} ${note.input}`} kind="small" colour="plum">
              {words.line(note.line, lineText(note))}
            </Text>
          ))}
          {unread.length > mostLines ? (
            <Text kind="small" colour="plum">
              {words.linesMore(unread.length - mostLines)}
            </Text>
          ) : null}
        </View>
      ) : null}
    </View>
  );
}

function lineText({ problem, input }: Unread): string {
  if (problem === 'tooMany') return words.together.tooMany();
  if (problem in words.fileProblems) return words.fileProblems[problem as keyof typeof words.fileProblems]();
  return words.problems[problem as keyof typeof words.problems](input);
}

const styles = StyleSheet.create({
  part: { gap: 4, marginTop: 16, alignItems: 'flex-start' },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, alignItems: 'center' },
});
