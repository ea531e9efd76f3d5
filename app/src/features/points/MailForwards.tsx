import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { catchAll, mailForwardOf } from '@tienda/core/dns/mailForward';
import { wholeName, type DnsRecord } from '@tienda/core/dns/record';
import type { ShownDelivery, ShownMail, ShownMailTarget } from '@tienda/core/dns/shownMail';
import { grouped } from '@tienda/core/text/grouped';
import { useAskTarget, useMail, useMailTrial } from '../../api/points';
import { timeText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { breaksAnywhere, fonts } from '../../ui/theme';

const words = texts.mailForward;
/** So many of the latest mails at first. */
const atFirst = 3;

interface MailForwardsProps {
  readonly zone: string;
  readonly version: number;
  /** As they are saved. */
  readonly records: readonly DnsRecord[];
}

/** Which addresses are forwarded, whether those agreed who read the mail, and what became of the latest. */
export function MailForwards({ zone, version, records }: MailForwardsProps) {
  const mail = useMail(zone, version);
  const forwards = records.filter(({ type }) => type === 'MAIL');
  const byAddress = grouped(forwards, (record) => `${mailForwardOf(record).local}@${wholeName(zone, record)}`);
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.heading}
      </Text>
      <Card>
        {mail.isError && !mail.data ? <Failure fault={mail.error} retry={() => void mail.refetch()} /> : null}
        {[...byAddress].map(([address, some]) => (
          <Address
            key={address}
            zone={zone}
            address={address}
            targets={some.map((record) => mailForwardOf(record).to)}
            mail={mail.data}
          />
        ))}
        <Latest recent={mail.data?.recent ?? []} />
      </Card>
    </View>
  );
}

interface AddressProps {
  readonly zone: string;
  readonly address: string;
  readonly targets: readonly string[];
  readonly mail: ShownMail | undefined;
}

function Address({ zone, address, targets, mail }: AddressProps) {
  const trial = useMailTrial(zone);
  const shown = address.startsWith(`${catchAll}@`) ? words.allOf(address.slice(2)) : address;
  const known = new Map(mail?.targets.map((one) => [one.address, one]));
  /** The latest mail that was there before the test. */
  const [before, setBefore] = useState(0);
  const came = mail?.recent.filter(({ id, address: to }) => id > before && to === trial.data?.address) ?? [];
  const test = () => {
    setBefore(mail?.recent[0]?.id ?? 0);
    trial.mutate(address);
  };
  return (
    <View style={styles.address}>
      <Text style={styles.mono}>{shown}</Text>
      {targets.map((target) => (
        <Target key={target} zone={zone} address={target} answer={known.get(target)?.answer} />
      ))}
      <View style={styles.action}>
        <Action kind="link" title={words.test} busy={trial.isPending} onPress={test} />
      </View>
      {trial.isError ? <Failure fault={trial.error} /> : null}
      {trial.data ? (
        <View role="status">
          <Notice kind={trial.data.outcome === 'accepted' ? 'good' : 'problem'}>
            {words.trials[trial.data.outcome](trial.data.server ?? '', trial.data.answer ?? '')}
          </Notice>
          {trial.data.outcome === 'accepted' ? came.map((one) => <Delivery key={one.id} delivery={one} />) : null}
        </View>
      ) : null}
    </View>
  );
}

interface TargetProps {
  readonly zone: string;
  readonly address: string;
  /** Undefined while it is not known. */
  readonly answer: ShownMailTarget['answer'] | undefined;
}

function Target({ zone, address, answer }: TargetProps) {
  const ask = useAskTarget(zone);
  return (
    <View style={styles.target}>
      <Text kind="small" style={styles.mono}>
        → {address}
      </Text>
      {answer === undefined ? null : (
        <Text kind="small" colour={answer === 'agreed' ? 'sage' : 'plum'}>
          {words.answers[answer]}
        </Text>
      )}
      {answer === 'asked' ? (
        ask.isSuccess ? (
          <Text kind="small" role="status">
            {words.askedAgain}
          </Text>
        ) : (
          <Action kind="link" title={words.askAgain} busy={ask.isPending} onPress={() => ask.mutate(address)} />
        )
      ) : null}
      {ask.isError ? <Failure fault={ask.error} /> : null}
    </View>
  );
}

function Latest({ recent }: { readonly recent: readonly ShownDelivery[] }) {
  const [most, setMost] = useState(atFirst);
  if (recent.length === 0) return null;
  return (
    <View style={styles.latest}>
      <Text kind="small" colour="quiet">
        {words.latest}
      </Text>
      {recent.slice(0, most).map((one) => (
        <Delivery key={one.id} delivery={one} />
      ))}
      {recent.length > most ? (
        <View style={styles.action}>
          <Action kind="link" title={words.more(recent.length - most)} onPress={() => setMost(recent.length)} />
        </View>
      ) : null}
    </View>
  );
}

/** A mail: to whom, from whom, and what became of it. */
function Delivery({ delivery }: { readonly delivery: ShownDelivery }) {
  const { address, sender, target, acceptedAt, state, nextAt, answer = '' } = delivery;
  return (
    <View style={styles.delivery}>
      <Text kind="small" style={styles.mono}>
        {`${address} → ${target}`}
      </Text>
      <Text kind="small" colour="quiet">
        {words.came(timeText(acceptedAt), sender || words.nobody)}
      </Text>
      <Text kind="small" colour={state === 'delivered' ? 'sage' : state === 'waiting' ? 'quiet' : 'plum'}>
        {state === 'waiting'
          ? nextAt === undefined
            ? words.onItsWay
            : words.again(timeText(nextAt), answer)
          : words.states[state](answer)}
      </Text>
    </View>
  );
}

const styles = StyleSheet.create({
  part: { gap: 8, marginTop: 14 },
  address: { gap: 2, paddingVertical: 6 },
  target: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: 10 },
  mono: { fontFamily: fonts.mono, ...breaksAnywhere },
  action: { alignItems: 'flex-start' },
  latest: { gap: 6, marginTop: 8 },
  delivery: { paddingVertical: 2 },
});
