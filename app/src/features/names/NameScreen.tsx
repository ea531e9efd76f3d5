import { Link, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { GivenBack, ShownName } from '@tienda/core/names/shownName';
import { ApiProblem } from '../../api/client';
import { useChangeName, useName, useNameLog } from '../../api/names';
import { useSession } from '../../api/session';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card, CardRule } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { lifeSentences } from '../../shop/held/lifeSentences';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { AtRegistry } from './AtRegistry';
import { ContactsCard } from './ContactsCard';
import { backWords, GivingBack } from './GivingBack';
import { GroupChoice } from './GroupChoice';
import { Nameservers } from './Nameservers';
import { eachYear, PayLonger } from './PayLonger';
import { PrivacyChoice } from './PrivacyChoice';
import { TransferCard } from './TransferCard';
import { WellbeingNotice } from './WellbeingNotice';

const words = texts.names;

/** One name held: until when, what happens then, and the switch that decides it. */
export function NameScreen() {
  const { name } = useLocalSearchParams<{ name: string }>();
  const session = useSession();
  const [given, setGiven] = useState<GivenBack>();
  const held = useName(name, given !== undefined);
  // It was waited for, and is not among the account's any more.
  const isNotFound = held.error instanceof ApiProblem && held.error.status === 404;
  const isGone = given?.done === true || (given !== undefined && isNotFound);
  return (
    <Screen mono title={held.data?.unicode ?? name}>
      <Link href="/names" style={{ paddingVertical: 10 }}>
        <Text colour="terracotta">← {words.back}</Text>
      </Link>
      {session.data && !session.data.account ? <SignInFirst why={words.signIn} /> : null}
      {isGone ? <Gone unicode={held.data?.unicode ?? name} back={given.back} /> : null}
      {held.isError && !isGone ? <Failure fault={held.error} retry={() => void held.refetch()} /> : null}
      {held.isLoading ? <Loading /> : null}
      {held.data && !isGone ? <Held name={held.data} onGivenBack={setGiven} /> : null}
    </Screen>
  );
}

/** It was given back: what went back where. */
function Gone({ unicode, back }: { readonly unicode: string; readonly back: GivenBack['back'] }) {
  const { givingBack } = words;
  return (
    <Notice kind="good">
      {[givingBack.done(unicode), ...backWords(back), ...(back.length > 0 ? [givingBack.note] : [])].join(' ')}
    </Notice>
  );
}

interface HeldProps {
  readonly name: ShownName;
  readonly onGivenBack: (given: GivenBack) => void;
}

function Held({ name, onGivenBack }: HeldProps) {
  const change = useChangeName(name.name);
  const { expiresOn, autoRenew, registeredOn } = name;
  return (
    <View>
      <WellbeingNotice name={name} />
      {name.changing ? <Notice kind="notice">{words.changing}</Notice> : null}
      <Card>
        <Fact title={words.expires}>{dateText(expiresOn)}</Fact>
        <Fact title={words.registered}>{dateText(registeredOn)}</Fact>
        <View style={styles.group}>
          <Text kind="small" colour="quiet" style={styles.groupTitle} aria-hidden>
            {texts.groups.one}
          </Text>
          <GroupChoice
            label={texts.groups.one}
            value={name.groupId ?? null}
            onChange={(groupId) => change.mutate({ groupId })}
          />
        </View>
        <CardRule />
        <Toggle
          title={texts.basket.autoRenew}
          detail={chargeWords(name)}
          value={autoRenew}
          disabled={change.isPending}
          onChange={(on) => change.mutate({ autoRenew: on })}
        />
        {change.isError ? <Failure fault={change.error} /> : null}
        <CardRule />
        <PrivacyChoice name={name} />
        <CardRule />
        <Link href={{ pathname: '/orders/[id]', params: { id: name.orderId } }} style={styles.order}>
          <Text kind="small" colour="terracotta">
            {words.itsOrder}
          </Text>
        </Link>
      </Card>
      <PayLonger name={name} />
      <Card label={words.after}>
        <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
          {words.after}
        </Text>
        {lifeSentences(name.afterExpiry).map((sentence) => (
          <Text key={sentence} kind="small" style={{ marginBottom: 4 }}>
            {sentence}
          </Text>
        ))}
      </Card>
      <ContactsCard name={name} />
      <Nameservers name={name} />
      <TransferCard name={name} />
      <GivingBack name={name} onGivenBack={onGivenBack} />
      <AtRegistry name={name} />
      <Log name={name.name} />
    </View>
  );
}

/** What auto-renew will charge and when, as it was told; what the name costs where it is off. */
function chargeWords(name: ShownName): string {
  const { autoRenew, autoRenewal, renewal } = name;
  if (!autoRenew) return texts.basket.autoRenewOff(dateText(renewal.on), eachYear(name));
  const { charge, told, nextTry } = autoRenewal ?? {};
  if (nextTry === undefined || !charge) return words.charge.noMore;
  if (told) return words.charge.told(wholeAmount(told.amount, told.currency), dateText(nextTry));
  return words.charge.toCome(wholeAmount(charge.amount, charge.currency), dateText(nextTry));
}

/** Who did what with it, the latest first. */
function Log({ name }: { readonly name: string }) {
  const log = useNameLog(name);
  return (
    <Card label={words.log}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.log}
      </Text>
      {log.isError ? <Failure fault={log.error} retry={() => void log.refetch()} /> : null}
      {log.isLoading ? <Loading /> : null}
      {log.data?.map(({ at, who, what }) => (
        <Fact key={`${at} ${what.type}`} title={dateText(at.slice(0, 'YYYY-MM-DD'.length))}>
          {`${logWords(what)} · ${words.logWho[who]}`}
        </Fact>
      ))}
    </Card>
  );
}

function logWords(what: NameEvent): string {
  const { logWhat } = words;
  switch (what.type) {
    case 'registered':
    case 'renewed':
    case 'restored':
      return logWhat[what.type](what.years, dateText(what.expiresOn));
    case 'delegated':
      return delegatedWords(what);
    case 'holder':
      return logWhat.holder(what.to);
    case 'grouped':
      return what.title === null ? logWhat.ungrouped : logWhat.grouped(what.title);
    case 'autoRenew':
      return what.on ? logWhat.autoRenewOn : logWhat.autoRenewOff;
    case 'privacy':
      return what.on ? logWhat.privacyOn : logWhat.privacyOff;
    default:
      return logWhat[what.type];
  }
}

function delegatedWords({ nameservers, signed, kept }: Extract<NameEvent, { type: 'delegated' }>): string {
  const { logWhat } = words;
  const to =
    nameservers === null
      ? logWhat.delegatedHere
      : nameservers.length === 0
        ? logWhat.delegatedNowhere
        : logWhat.delegated(nameservers.join(', '));
  return [to, ...(signed ? [logWhat.signedToo] : []), ...(kept ? [logWhat.hostsKept(kept.join(', '))] : [])].join('; ');
}

const styles = StyleSheet.create({
  group: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12, paddingVertical: 4 },
  groupTitle: { width: 104 },
  order: { paddingVertical: 10 },
});
