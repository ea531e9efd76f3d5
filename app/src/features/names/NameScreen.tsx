import { Link, useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { GivenBack, ShownName } from '@tienda/core/names/shownName';
import { ApiProblem } from '../../api/client';
import { useChangeName, useName, useNameLog } from '../../api/names';
import { useHandOvers } from '../../api/handOvers';
import { useHelped, useMay } from '../../api/helped';
import { useMovesAway } from '../../api/movesAway';
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
import { backWords, GivingBack, type Leaving } from './GivingBack';
import { GroupChoice } from './GroupChoice';
import { Left, MoveAway } from './MoveAway';
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
  const [given, setGiven] = useState<GivenBack & { readonly at: number }>();
  const held = useName(name, given !== undefined);
  // It was waited for, and is not among the account's any more.
  const isNotFound = held.error instanceof ApiProblem && held.error.status === 404;
  const isGone = given?.done === true || (given !== undefined && isNotFound);
  // What was on its way out can be given back again: its registry did not let it go.
  const isKept =
    given?.done === false &&
    held.data?.givingBack !== undefined &&
    !held.data.changing &&
    held.dataUpdatedAt > given.at;
  const away = useMovesAway();
  const mayLetGo = useMay('letNamesGo');
  const asked = away.data?.asked.find((one) => one.name === name);
  const handOvers = useHandOvers();
  const taken = isNotFound
    ? handOvers.data?.given.find(({ state, names }) => state.at === 'taken' && names.some((one) => one.name === name))
    : undefined;
  const left = isNotFound ? away.data?.left.find((one) => one.name === name) : undefined;
  return (
    <Screen mono title={held.data?.unicode ?? name} back={{ href: '/names', title: words.back }}>
      {session.data && !session.data.account ? <SignInFirst why={words.signIn} /> : null}
      {isGone ? <Gone unicode={held.data?.unicode ?? name} back={given.back} /> : null}
      {left && !isGone ? <Left {...left} /> : null}
      {taken && !left && !isGone ? <Notice kind="notice">{texts.handOvers.gone(name, taken.with)}</Notice> : null}
      {held.isError && !isGone && !left && !taken ? (
        <Failure fault={held.error} retry={() => void held.refetch()} />
      ) : null}
      {held.isLoading ? <Loading /> : null}
      {held.data && !isGone && !left && asked && mayLetGo ? <MoveAway {...asked} /> : null}
      {held.data && !isGone && !left ? (
        <Held
          name={held.data}
          isAskedFor={asked !== undefined}
          leaving={given && (isKept ? 'kept' : 'waits')}
          onGivenBack={(came) => setGiven({ ...came, at: Date.now() })}
        />
      ) : null}
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
  /** By another registrar: that is told above. */
  readonly isAskedFor: boolean;
  readonly leaving: Leaving | undefined;
  readonly onGivenBack: (given: GivenBack) => void;
}

function Held({ name, isAskedFor, leaving, onGivenBack }: HeldProps) {
  const change = useChangeName(name.name);
  const isOwn = useHelped() === undefined;
  const mayRenew = useMay('changeRenewal');
  const mayGroup = useMay('changeGroups');
  const mayOrder = useMay('order');
  const { expiresOn, autoRenew, registeredOn } = name;
  return (
    <View>
      {isAskedFor ? null : <WellbeingNotice name={name} />}
      {name.changing ? <Notice kind="notice">{words.changing}</Notice> : null}
      <Card>
        <Fact title={words.expires}>{dateText(expiresOn)}</Fact>
        <Fact title={words.registered}>{dateText(registeredOn)}</Fact>
        {mayGroup ? (
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
        ) : null}
        <CardRule />
        <Toggle
          title={texts.basket.autoRenew}
          detail={chargeWords(name)}
          value={autoRenew}
          disabled={change.isPending || !mayRenew}
          onChange={(on) => change.mutate({ autoRenew: on })}
        />
        {change.isError ? <Failure fault={change.error} /> : null}
        <CardRule />
        <PrivacyChoice name={name} />
        {name.orderId === undefined || !isOwn ? null : (
          <>
            <CardRule />
            <Link href={{ pathname: '/orders/[id]', params: { id: name.orderId } }} style={styles.order}>
              <Text kind="small" colour="terracotta">
                {words.itsOrder}
              </Text>
            </Link>
          </>
        )}
      </Card>
      {mayOrder ? <PayLonger name={name} /> : null}
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
      {isOwn ? <TransferCard name={name} /> : null}
      {isOwn ? <GivingBack name={name} leaving={leaving} onGivenBack={onGivenBack} /> : null}
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
  const helped = useHelped();
  return (
    <Card label={words.log}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.log}
      </Text>
      {log.isError ? <Failure fault={log.error} retry={() => void log.refetch()} /> : null}
      {log.isLoading ? <Loading /> : null}
      {log.data?.map(({ at, who, by, what }) => (
        <Fact key={`${at} ${what.type}`} title={dateText(at.slice(0, 'YYYY-MM-DD'.length))}>
          {`${logWords(what)} · ${by ?? (who === 'owner' && helped ? helped.with : words.logWho[who])}`}
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
    case 'moveAsked':
      return logWhat.moveAsked(what.to);
    case 'moveAnswered':
      return what.agreed ? logWhat.moveLetGo : logWhat.moveKept;
    case 'handedOver':
      return logWhat.handedOver(what.to);
    case 'takenOver':
      return logWhat.takenOver(what.from);
    case 'movedIn':
      return logWhat.movedIn(dateText(what.expiresOn));
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
