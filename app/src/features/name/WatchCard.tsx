import { router } from 'expo-router';
import { View } from 'react-native';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { useEndWatch, useWatch, useWatches } from '../../api/me';
import { useSession } from '../../api/session';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';

const words = texts.watch;

interface WatchCardProps {
  readonly name: string;
  readonly unicode: string;
  /** The earliest day on which it can be free. */
  readonly freeFrom: IsoDate | undefined;
}

/** Waiting for a taken name: since when, and when it can be free at the earliest. */
export function WatchCard({ name, unicode, freeFrom }: WatchCardProps) {
  const signedIn = !!useSession().data?.account;
  const watching = useWatches().data?.some((watch) => watch.name === name) ?? false;
  const begin = useWatch(name);
  const end = useEndWatch(name);
  const fault = begin.error ?? end.error;
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      {freeFrom === undefined ? null : <Text>{words.earliest(unicode, dateText(freeFrom))}</Text>}
      <Text kind="small" colour="quiet">
        {words.detail}
      </Text>
      {fault ? <Failure fault={fault} /> : null}
      <View style={{ alignItems: 'flex-start', marginTop: 8 }}>
        {!signedIn ? (
          <Action title={words.signIn} onPress={() => router.navigate('/account')} />
        ) : watching ? (
          <Action title={words.end} busy={end.isPending} onPress={() => end.mutate()} />
        ) : (
          <Action title={words.begin} busy={begin.isPending} onPress={() => begin.mutate()} />
        )}
      </View>
    </Card>
  );
}
