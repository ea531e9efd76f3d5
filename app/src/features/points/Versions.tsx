import { useState } from 'react';
import { View } from 'react-native';
import type { DnsRecord } from '@tienda/core/dns/record';
import { useOlderZone, useZoneVersions } from '../../api/points';
import { timeText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure, Loading } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.points;

interface VersionsProps {
  readonly name: string;
  /** The one that is there now. */
  readonly version: number;
  readonly onBring: (records: readonly DnsRecord[]) => void;
}

/** The states that the records had: any of them is brought back, and saved like any other change. */
export function Versions({ name, version, onBring }: VersionsProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <View style={{ alignItems: 'flex-start' }}>
      <Action kind="link" title={words.earlier} onPress={() => setOpen(!isOpen)} />
      {isOpen ? <List name={name} version={version} onBring={onBring} /> : null}
    </View>
  );
}

function List({ name, version, onBring }: VersionsProps) {
  const versions = useZoneVersions(name);
  const older = useOlderZone(name);
  const bring = (one: number) => older.mutate(one, { onSuccess: (records) => onBring(records) });
  if (versions.isLoading) return <Loading />;
  if (versions.isError) return <Failure fault={versions.error} retry={() => void versions.refetch()} />;
  return (
    <View style={{ gap: 6 }}>
      {version === 0 ? <Text colour="quiet">{words.earlierNone}</Text> : null}
      {versions.data?.map(({ version: one, at, who, records }) => (
        <View key={one} style={{ alignItems: 'flex-start' }}>
          <Text kind="small">{words.earlierOne(one, records, timeText(at), texts.names.logWho[who])}</Text>
          {one === version ? null : <Action kind="link" title={words.bring(one)} onPress={() => bring(one)} />}
        </View>
      ))}
      {version > 0 ? <Action kind="link" title={words.bringStart} onPress={() => bring(0)} /> : null}
      {older.isError ? <Failure fault={older.error} /> : null}
    </View>
  );
}
