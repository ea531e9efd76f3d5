import { Link, type Href } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useInbox } from '../../api/inbox';
import { useMoveClock, useToday } from '../../api/shopClock';
import { dateText, timeText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { fonts } from '../../ui/theme';
import { useQueryParams } from '../../ui/useQueryParams';

const words = texts.inbox;

/** The addresses in a mail, made ways to go there. */
function linked(text: string): ReactNode[] {
  return text.split(/(https?:\/\/\S+)/).map((part, index) =>
    index % 2 === 1 ? (
      <Link key={part} href={part as Href} style={{ textDecorationLine: 'underline' }}>
        {part}
      </Link>
    ) : (
      part
    ),
  );
}

/** Everyone's mail in the demo. */
export function InboxScreen() {
  const { to = '' } = useQueryParams<{ to: string }>();
  const inbox = useInbox(to);
  return (
    <Screen title={words.title}>
      <Text kind="small" colour="quiet" style={{ marginBottom: 12 }}>
        {words.detail}
      </Text>
      <DemoClock />
      {inbox.isPending ? <Loading /> : null}
      {inbox.isError ? <Failure fault={inbox.error} /> : null}
      {inbox.data?.length === 0 ? <Empty title={words.empty} detail={to === '' ? words.detail : words.to(to)} /> : null}
      {inbox.data?.map((mail) => (
        <Card key={mail.id} label={mail.subject}>
          <Text kind="heading" level={2}>
            {mail.subject}
          </Text>
          <Text kind="small" colour="quiet">
            {words.to(mail.to)} · {timeText(mail.receivedAt)}
          </Text>
          <Text style={{ marginTop: 8, fontFamily: fonts.text }}>{linked(mail.text)}</Text>
          {mail.attachments.map(({ filename }) => (
            <Text key={filename} kind="small" colour="quiet">
              {words.attached(filename)}
            </Text>
          ))}
        </Card>
      ))}
    </Screen>
  );
}

const daysOf = { day: 1, month: 30, year: 365 } as const;

/** Moves the shop's time on: what falls due on the way happens on its day. */
function DemoClock() {
  const today = useToday();
  const move = useMoveClock();
  return (
    <Card label={words.clock}>
      <Text kind="heading" level={2}>
        {words.clock}
      </Text>
      <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
        {today === undefined ? words.detail : words.clockNow(dateText(today))}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
        {(['day', 'month', 'year'] as const).map((step) => (
          <Action
            key={step}
            title={words.clockOn[step]}
            busy={move.isPending && move.variables === daysOf[step]}
            disabled={move.isPending}
            onPress={() => move.mutate(daysOf[step])}
          />
        ))}
      </View>
      {move.isError ? <Failure fault={move.error} /> : null}
    </Card>
  );
}
