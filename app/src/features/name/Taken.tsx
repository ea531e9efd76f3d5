import { router, useLocalSearchParams } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import type { Lifecycle } from '@tienda/core/catalogue/extension';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import type { RdapDomain } from '@tienda/core/rdap/domainObject';
import { registrationData } from '@tienda/core/rdap/registrationData';
import { useLookup } from '../../api/lookup';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Arrival } from '../../ui/Arrival';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Text } from '../../ui/Text';
import { fonts } from '../../ui/theme';
import { OfferCard } from './OfferCard';
import { WatchCard } from './WatchCard';

const words = texts.taken;

interface TakenProps {
  readonly name: string;
  readonly unicode: string;
  /** Undefined until it is known, and where asking for it failed. */
  readonly lifecycle: Lifecycle | undefined;
  /** The lifecycle is known, or asking for it has failed once. */
  readonly complete: boolean;
  /** What stands below; it waits, so that nothing moves it. */
  readonly children: ReactNode;
}

/** A name that someone holds: who and until when, and what can be done about it. */
export function Taken({ name, unicode, lifecycle, complete, children }: TakenProps) {
  const lookup = useLookup(name);
  const { go } = useLocalSearchParams<{ go?: string }>();
  // Who asks again keeps what stands below, with what is typed there.
  const settled = lookup.isFetched && complete;
  const expiresOn = lookup.data && registrationData(lookup.data).expiresOn;
  const freeFrom = expiresOn !== undefined && lifecycle ? afterExpiry(expiresOn, lifecycle).freeFrom : undefined;
  return (
    <>
      <Card label={words.title}>
        <Text kind="heading" level={2}>
          {words.title}
        </Text>
        {lookup.isPending ? <Loading /> : null}
        {lookup.error ? <Failure fault={lookup.error} retry={() => void lookup.refetch()} /> : null}
        {lookup.data ? <Registration domain={lookup.data} /> : null}
        {settled ? (
          <View style={{ alignItems: 'flex-start' }}>
            <Action
              kind="link"
              title={words.isYours}
              onPress={() => router.navigate({ pathname: '/names/move', params: { name } })}
            />
          </View>
        ) : null}
      </Card>
      {settled ? (
        <>
          <Arrival here={go === 'watch'}>
            <WatchCard name={name} unicode={unicode} freeFrom={freeFrom} />
          </Arrival>
          <Arrival here={go === 'offer'}>
            <OfferCard name={name} unicode={unicode} />
          </Arrival>
          {children}
        </>
      ) : null}
    </>
  );
}

/** Registration data in words, and in RDAP form for those who want it. */
function Registration({ domain }: { readonly domain: RdapDomain }) {
  const [raw, setRaw] = useState(false);
  const { holder, heldBack, registrar, registeredOn, expiresOn, statuses, nameservers } = registrationData(domain);
  const shownHolder = holder
    ? [holder.name, holder.organisation, holder.place].filter(Boolean).join(', ')
    : words.heldBack(heldBack ?? '');
  return (
    <>
      <Fact title={words.holder}>{shownHolder}</Fact>
      <Fact title={words.registrar}>{registrar}</Fact>
      {registeredOn === undefined ? null : <Fact title={words.registered}>{dateText(registeredOn)}</Fact>}
      {expiresOn === undefined ? null : <Fact title={words.expires}>{dateText(expiresOn)}</Fact>}
      {statuses.map((status) => (
        <Fact key={status} title={words.status}>
          {words.statuses[status] ?? status}
        </Fact>
      ))}
      {nameservers.length > 0 ? <Fact title={words.nameservers}>{nameservers.join(', ')}</Fact> : null}
      <View style={{ alignItems: 'flex-start' }}>
        <Action kind="link" title={raw ? words.hideRaw : words.showRaw} onPress={() => setRaw(!raw)} />
      </View>
      {raw ? (
        <Text kind="small" selectable style={{ fontFamily: fonts.mono }}>
          {JSON.stringify(domain, null, 2)}
        </Text>
      ) : null}
    </>
  );
}
