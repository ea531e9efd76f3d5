import { Link, router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { ShownName } from '@tienda/core/names/shownName';
import { useBasket } from '../../api/basket';
import { useChangeName, useName, useNameLog } from '../../api/names';
import { useSession } from '../../api/session';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card, CardRule } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { lifeSentences } from '../../shop/held/lifeSentences';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { privacyWords } from './privacyWords';
import { usePutRenewal } from './usePutRenewal';
import { TransferCard } from './TransferCard';
import { WellbeingNotice } from './WellbeingNotice';

const words = texts.names;

/** One name held: until when, what happens then, and the switch that decides it. */
export function NameScreen() {
  const { name } = useLocalSearchParams<{ name: string }>();
  const session = useSession();
  const held = useName(name);
  return (
    <Screen mono title={held.data?.unicode ?? name}>
      <Link href="/names" style={{ paddingVertical: 10 }}>
        <Text colour="terracotta">← {words.back}</Text>
      </Link>
      {session.data && !session.data.account ? <SignInFirst why={words.signIn} /> : null}
      {held.isError ? <Failure fault={held.error} retry={() => void held.refetch()} /> : null}
      {held.isLoading ? <Loading /> : null}
      {held.data ? <Held name={held.data} /> : null}
    </Screen>
  );
}

function Held({ name }: { readonly name: ShownName }) {
  const change = useChangeName(name.name);
  const { expiresOn, holder, autoRenew, registeredOn } = name;
  return (
    <View>
      <WellbeingNotice name={name} />
      <Card>
        <Fact title={words.expires}>{dateText(expiresOn)}</Fact>
        <Fact title={words.registered}>{dateText(registeredOn)}</Fact>
        {holder ? (
          <Fact title={words.holder}>{[holder.name, holder.organisation].filter(Boolean).join(', ')}</Fact>
        ) : null}
        <Fact title={texts.basket.privacy}>{privacyWords(name)}</Fact>
        <CardRule />
        <Toggle
          title={texts.basket.autoRenew}
          detail={chargeWords(name)}
          value={autoRenew}
          disabled={change.isPending}
          onChange={(on) => change.mutate({ autoRenew: on })}
        />
        {change.isError ? <Failure fault={change.error} /> : null}
      </Card>
      <Renewal name={name} />
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
      <TransferCard name={name} />
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

/** What a year more costs at today's prices. */
function eachYear({ renewal: { amount, years, currency } }: ShownName): string {
  return wholeAmount(amount / years, currency);
}

/** Paying for it longer: by way of the basket, beside whatever else is bought. */
function Renewal({ name }: { readonly name: ShownName }) {
  const inBasket = useBasket().data?.lines.some((line) => line.name === name.name) ?? false;
  const put = usePutRenewal(name);
  const { renewFor, expiresOn, stage } = name;
  const [shortest] = renewFor;
  const each = eachYear(name);
  const detail = shortest === undefined ? (canRenew(stage) ? words.renewFull : words.tooLate) : undefined;
  return (
    <Card label={words.renew}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.renew}
      </Text>
      <Text kind="small" style={{ marginBottom: 8 }}>
        {detail ?? (inBasket ? words.renewInBasket : words.renewDetail(dateText(expiresOn), each))}
      </Text>
      {shortest !== undefined && !inBasket ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Action kind="main" title={words.renewPut} busy={put.isPending} onPress={() => put.mutate()} />
        </View>
      ) : null}
      {inBasket ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Action title={words.toBasket} onPress={() => router.navigate('/basket')} />
        </View>
      ) : null}
      {put.isError ? <Failure fault={put.error} /> : null}
    </Card>
  );
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
      return logWhat[what.type](what.years, dateText(what.expiresOn));
    case 'autoRenew':
      return what.on ? logWhat.autoRenewOn : logWhat.autoRenewOff;
    default:
      return logWhat[what.type];
  }
}
