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
import { Came } from './Came';
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
  const done = save.data;
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
      <View role="status">
        {isUnreadable ? <Notice kind="problem">{words.unreadable}</Notice> : null}
        {back.data ? (
          <Came kind="good" text={words.takenBack(back.data.changed.length)} zones={back.data} />
        ) : done ? (
          <Came kind="good" text={words.haveChanged(done.changed.length)} zones={done} />
        ) : found ? (
          <>
            <Came kind="notice" text={words.willChange(found.changed.length, found.same.length)} zones={found} />
            {unread > 0 ? <Text colour="plum">{texts.points.fileNotRead(unread)}</Text> : null}
          </>
        ) : null}
      </View>
      {[zones, save, back].map(({ isError, error }, at) => (isError ? <Failure key={at} fault={error} /> : null))}
      {found ? (
        <View style={styles.actions}>
          {done ? null : (
            <Action
              kind="main"
              title={words.save(found.changed.length)}
              busy={save.isPending}
              disabled={found.changed.length === 0}
              onPress={() => save.mutate(found.changed)}
            />
          )}
          {done && done.changed.length > 0 && !back.data ? (
            <Action title={texts.points.takeBack} busy={back.isPending} onPress={() => back.mutate(done.changed)} />
          ) : null}
          <Action kind="link" title={done ? words.more : texts.points.leave} onPress={leave} />
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: 4, marginTop: 16 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, alignItems: 'center' },
});
