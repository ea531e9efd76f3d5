import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSaveZones, useTakeBackZones, useZones } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { download } from '../../ui/download';
import { Failure } from '../../ui/Empty';
import { FileInput } from '../../ui/FileInput';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { ZoneSteps } from './ZoneSteps';
import { readFiles, textFiles, zoneArchive } from './zoneFiles';

const words = texts.manyPoints;

/** Zone files of many names: out as an archive, in as files or one, with what they come to before it is saved. */
export function ZoneFiles({ names }: { readonly names: readonly string[] }) {
  const input = useRef<HTMLInputElement>(null);
  const [found, setFound] = useState<ReturnType<typeof readFiles>>();
  const [isUnreadable, setUnreadable] = useState(false);
  const zones = useZones();
  const save = useSaveZones();
  const back = useTakeBackZones();
  const leave = () => {
    setFound(undefined);
    setUnreadable(false);
    for (const one of [zones, save, back]) one.reset();
  };
  const out = () =>
    zones.mutate(names, {
      onSuccess: (all) => download(words.archive, 'application/zip', zoneArchive(all)),
    });
  const take = (files: readonly File[]) => {
    leave();
    textFiles(files).then(
      (read) =>
        zones.mutate(names, {
          onSuccess: (all) => setFound(readFiles(read, new Map(all.map((zone) => [zone.name, zone])))),
        }),
      () => setUnreadable(true),
    );
  };
  const unread = found?.changed.reduce((sum, one) => sum + one.unread, 0) ?? 0;
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.files}
      </Text>
      <Text kind="small" colour="quiet">
        {words.filesDetail}
      </Text>
      <View style={styles.actions}>
        <Action kind="link" title={words.filesOut} busy={zones.isPending} onPress={out} />
        <Action kind="link" title={words.filesIn} onPress={() => input.current?.click()} />
      </View>
      <FileInput
        ref={input}
        label={words.filesIn}
        accept=".zone,.txt,.db,.zip,text/dns,text/plain,application/zip"
        onFiles={take}
      />
      <View role="status">{isUnreadable ? <Notice kind="problem">{words.unreadable}</Notice> : null}</View>
      {found ? (
        <ZoneSteps
          found={found}
          finding={zones}
          saving={save}
          back={back}
          onSave={() => save.mutate(found.changed)}
          onLeave={leave}
        >
          {unread > 0 ? <Text colour="plum">{texts.points.fileNotRead(unread)}</Text> : null}
        </ZoneSteps>
      ) : zones.isError ? (
        <Failure fault={zones.error} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: 4, marginTop: 16 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, alignItems: 'center' },
});
