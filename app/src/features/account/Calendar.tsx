import { View } from 'react-native';
import { useCalendar, useChangeCalendar } from '../../api/names';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { fonts } from '../../ui/theme';

const words = texts.account.calendar;

/** The secret address at which a calendar program sees what falls due. */
export function Calendar() {
  const calendar = useCalendar();
  const change = useChangeCalendar();
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {words.detail}
      </Text>
      {calendar.isLoading ? <Loading /> : null}
      {calendar.isError ? <Failure fault={calendar.error} retry={() => void calendar.refetch()} /> : null}
      {calendar.data ? (
        <Text selectable style={{ fontFamily: fonts.mono, fontSize: 13, marginBottom: 8 }}>
          {calendar.data.url}
        </Text>
      ) : null}
      <View style={{ alignItems: 'flex-start' }}>
        <Action title={words.change} busy={change.isPending} onPress={() => change.mutate()} />
      </View>
      {change.isError ? <Failure fault={change.error} /> : null}
    </Card>
  );
}
