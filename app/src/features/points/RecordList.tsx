import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { isSameRecord, recordKey, shownData, type DnsRecord } from '@tienda/core/dns/record';
import { inOrder, withRecord, withRecords } from '@tienda/core/dns/zone';
import { wished, type ZoneWish } from '@tienda/core/dns/zoneWish';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { breaksAnywhere, fonts, thumb } from '../../ui/theme';
import type { ZoneDraft } from './draft';
import { ForwardForm, forwardText } from './ForwardForm';
import { MailForm, mailForwardText } from './MailForm';
import { PageForm, pageText } from './PageForm';
import { RecordForm } from './RecordForm';

const words = texts.points;
/** So many at first: a zone may have thousands. */
const atFirst = 100;

interface RecordListProps {
  readonly zone: string;
  readonly draft: ZoneDraft;
}

/** The records of a name as they are to be, those that will go among them; each is changed by a tap on it. */
export function RecordList({ zone, draft: { records, difference, change } }: RecordListProps) {
  const [opened, setOpened] = useState<string>();
  const [most, setMost] = useState(atFirst);
  const { added, removed, retimed } = difference;
  const all = inOrder([...records, ...removed]);
  const leave = () => setOpened(undefined);
  const noteOf = (record: DnsRecord) => {
    if (removed.includes(record)) return words.gone;
    if (added.includes(record)) return words.isNew;
    return retimed.includes(record) ? words.isRetimed : undefined;
  };
  return (
    <View>
      {all.slice(0, most).map((record) => {
        const key = recordKey(record);
        const note = noteOf(record);
        if (note === words.gone)
          return (
            <RecordRow key={`gone ${key}`} record={record} note={note}>
              <Action kind="link" title={words.putBack} onPress={() => change(withRecords(records, [record]))} />
            </RecordRow>
          );
        const others = () => records.filter((one) => !isSameRecord(one, record));
        const put = (after: readonly DnsRecord[]) => {
          change(after);
          leave();
        };
        const use = (wish: ZoneWish) => {
          const after = wished(zone, others(), wish);
          if (!('code' in after)) put(after);
        };
        const form = {
          zone,
          record,
          onRemove: () => put(others()),
          onLeave: leave,
        };
        return (
          <View key={key}>
            <RecordRow record={record} note={note} onPress={() => setOpened(opened === key ? undefined : key)} />
            {opened !== key ? null : record.type === 'FORWARD' ? (
              <ForwardForm {...form} onUse={use} />
            ) : record.type === 'PAGE' ? (
              <PageForm {...form} onUse={use} />
            ) : record.type === 'MAIL' ? (
              <MailForm {...form} records={records} onUse={use} />
            ) : (
              <RecordForm {...form} onPut={(after) => put(withRecord(records, after, record))} />
            )}
          </View>
        );
      })}
      {all.length > most ? (
        <Action kind="link" title={words.linesMore(all.length - most)} onPress={() => setMost(most + atFirst * 5)} />
      ) : null}
      {opened === '' ? (
        <RecordForm
          zone={zone}
          onPut={(record) => {
            change(withRecord(records, record));
            leave();
          }}
          onLeave={leave}
        />
      ) : (
        <View style={styles.add}>
          <Action title={words.add} onPress={() => setOpened('')} />
        </View>
      )}
    </View>
  );
}

/** What a record says: Tienda's own in words. */
function textOf(record: DnsRecord): string {
  if (record.type === 'FORWARD') return forwardText(record);
  if (record.type === 'PAGE') return pageText(record);
  return record.type === 'MAIL' ? mailForwardText(record) : shownData(record);
}

interface RecordRowProps {
  readonly record: DnsRecord;
  /** What is to become of it. */
  readonly note: string | undefined;
  readonly onPress?: () => void;
  readonly children?: React.ReactNode;
}

function RecordRow({ record, note, onPress, children }: RecordRowProps) {
  const isGone = note === words.gone;
  const said = (
    <>
      <View style={styles.type}>
        <Text kind="small" style={styles.typeText}>
          {record.type}
        </Text>
      </View>
      <View style={styles.what}>
        <Text style={[styles.name, isGone && styles.struck]}>{record.name}</Text>
        <Text kind="small" colour="quiet" style={[styles.data, isGone && styles.struck]} numberOfLines={2}>
          {textOf(record)}
        </Text>
        {note === undefined ? null : (
          <Text kind="small" colour={isGone ? 'plum' : 'sage'}>
            {note}
          </Text>
        )}
      </View>
    </>
  );
  const frame = [styles.row, note !== undefined && styles.changed];
  if (!onPress)
    return (
      <View style={frame}>
        {said}
        {children}
      </View>
    );
  return (
    <Pressable role="button" aria-label={words.edit(record.type, record.name)} onPress={onPress} style={frame}>
      {said}
      <Text colour="terracotta" aria-hidden>
        ›
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    minHeight: thumb,
    paddingVertical: 6,
    paddingHorizontal: 10,
    marginBottom: 6,
    borderWidth: 1,
    borderColor: palette.line,
    borderRadius: 8,
    backgroundColor: palette.card,
  },
  changed: { borderStyle: 'dashed', borderColor: palette.sage },
  type: {
    minWidth: 78,
    paddingVertical: 3,
    paddingHorizontal: 6,
    borderWidth: 1,
    borderColor: palette.line,
    borderRadius: 4,
    alignItems: 'center',
  },
  typeText: { fontWeight: '600' },
  what: { flex: 1, minWidth: 0 },
  name: { fontFamily: fonts.mono, fontWeight: '600', ...breaksAnywhere },
  data: { fontFamily: fonts.mono, ...breaksAnywhere },
  struck: { textDecorationLine: 'line-through' },
  add: { alignItems: 'flex-start', marginVertical: 4 },
});
