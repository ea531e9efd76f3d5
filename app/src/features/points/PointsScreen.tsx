import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { isMetHere } from '@tienda/core/dns/forward';
import { catchAll } from '@tienda/core/dns/mailForward';
import type { DnsRecord } from '@tienda/core/dns/record';
import { withAdvice } from '@tienda/core/dns/recipe';
import type { ShownCertificate, ShownZone } from '@tienda/core/dns/shownZone';
import { mostRecords, pointedAt, seenAfterSeconds, zoneAdvice, zoneProblems } from '@tienda/core/dns/zone';
import { wished, type ZoneWish } from '@tienda/core/dns/zoneWish';
import { toULabel } from '@tienda/core/idna/idna';
import { grouped } from '@tienda/core/text/grouped';
import { useSaveZone, useZone } from '../../api/points';
import { useSession } from '../../api/session';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { dayText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { useZoneDraft, type ZoneDraft } from './draft';
import { MailForwards } from './MailForwards';
import { Recipes } from './Recipes';
import { ReadElsewhere } from './ReadElsewhere';
import { RecordList } from './RecordList';
import { Sight } from './Sight';
import { Signatures } from './Signatures';
import { Visits } from './Visits';
import { Versions } from './Versions';
import { ZoneFile } from './ZoneFile';

const words = texts.points;

/** Where a name points: what Tienda's name servers answer for it, changed as a whole and seen before it is saved. */
export function PointsScreen() {
  const { name, want } = useLocalSearchParams<{ name: string; want?: string }>();
  const session = useSession();
  const zone = useZone(name);
  const unicode = toULabel(name);
  const content = (
    <>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.title}
      </Text>
      {session.data && !session.data.account ? <SignInFirst why={words.signIn} /> : null}
      {zone.isError && !zone.data ? <Failure fault={zone.error} retry={() => void zone.refetch()} /> : null}
      {zone.isLoading ? <Loading /> : null}
    </>
  );
  if (!zone.data)
    return (
      <Screen mono title={unicode} back={above(name)}>
        {content}
      </Screen>
    );
  return <Pointing zone={zone.data} wanted={want} head={content} />;
}

/** The screen of the name itself. */
function above(name: string) {
  return { href: `/names/${name}`, title: words.back(toULabel(name)) } as const;
}

interface PointingProps {
  readonly zone: ShownZone;
  readonly wanted: string | undefined;
  readonly head: React.ReactNode;
}

function Pointing({ zone, wanted, head }: PointingProps) {
  const { name, version } = zone;
  const draft = useZoneDraft(zone);
  const save = useSaveZone(name);
  /** What was saved last, to be taken back. */
  const [saved, setSaved] = useState<{ readonly version: number; readonly before: readonly DnsRecord[] }>();
  const { records, fromFile, isChanged, change, drop } = draft;
  const problems = zoneProblems(name, records, fromFile ? mostRecords.byFile : mostRecords.byHand);
  const write = (written: readonly DnsRecord[]) => {
    const { records: before } = zone;
    save.mutate(
      { version, records: written, fromFile },
      {
        onSuccess: (after) => {
          drop();
          setSaved({ version: after.version, before });
        },
      },
    );
  };
  const use = (wish: ZoneWish) => {
    const after = wished(name, records, wish);
    if (!('code' in after)) change(after);
  };
  const foot = isChanged ? (
    <View style={styles.foot}>
      <View style={styles.save}>
        <Action
          kind="main"
          title={words.save}
          busy={save.isPending}
          disabled={problems.length > 0}
          onPress={() => write(records)}
        />
      </View>
      <Action
        title={words.undo}
        onPress={() => {
          save.reset();
          drop();
        }}
      />
    </View>
  ) : undefined;
  return (
    <Screen mono title={toULabel(name)} back={above(name)} foot={foot}>
      {head}
      {zone.isAsked ? null : <Notice kind="notice">{words.notAsked}</Notice>}
      {zone.isAsked ? null : <ReadElsewhere zone={name} onRead={(read) => change(read, true)} />}
      {zone.isSuspended ? <Notice kind="problem">{words.suspended}</Notice> : null}
      {save.isError && isChanged ? <Failure fault={save.error} /> : null}
      {save.isError && !isChanged ? <Notice kind="good">{words.saved(version)}</Notice> : null}
      {saved && saved.version === version && !isChanged && !save.isError ? (
        <Notice
          kind="good"
          action={
            <Action kind="link" title={words.takeBack} busy={save.isPending} onPress={() => write(saved.before)} />
          }
        >
          {words.saved(saved.version)}
        </Notice>
      ) : null}
      <Leads zone={zone} />
      <Recipes zone={name} records={records} wanted={wanted} onUse={use} />
      <View style={styles.title}>
        <Text kind="heading" level={2}>
          {words.records}
        </Text>
        <Text kind="small" colour="quiet">
          {words.version(version)}
        </Text>
      </View>
      {records.length === 0 && !isChanged ? <Empty title={words.none} detail={words.noneDetail} /> : null}
      <RecordList zone={name} draft={draft} />
      <What zone={zone} draft={draft} problems={problems} />
      {zone.isAsked ? <Sight name={name} version={version} /> : null}
      {zone.isAsked && zone.records.some(({ type }) => type === 'MAIL') ? (
        <MailForwards zone={name} version={version} records={zone.records} />
      ) : null}
      {zone.isAsked ? <Signatures name={name} signing={zone.signing} /> : null}
      <Versions name={name} version={version} onBring={(older) => change(older)} />
      <ZoneFile zone={name} onRead={(read) => change(read, true)} />
    </Screen>
  );
}

/** Where the name itself leads, in two lines. */
function Leads({ zone: { name, records, certificates = [], isAsked } }: { readonly zone: ShownZone }) {
  const { web, forward, page, mail, forwarded } = pointedAt(records);
  const met = records.find(isMetHere);
  return (
    <Card>
      <Fact title={words.web}>
        {forward
          ? words.webOn(forward.to)
          : page
            ? texts.ownPage.shown(page.title)
            : web.length > 0
              ? words.webAt(web.join(', '))
              : words.webNowhere}
      </Fact>
      <Fact title={words.mail}>
        {forwarded
          ? texts.mailForward.forwarded(forwarded.map(localText).join(', '))
          : mail === undefined
            ? words.noMail
            : mail.length > 0
              ? words.mailAt(mail.join(', '))
              : words.mailNowhere}
      </Fact>
      {isAsked && certificates.length > 0 ? <Fact title={words.secure}>{certificatesText(certificates)}</Fact> : null}
      {met && isAsked ? <Visits zone={name} below={(forward ?? page) ? '@' : met.name} /> : null}
    </Card>
  );
}

const localText = (local: string) => (local === catchAll ? texts.mailForward.allOthers : local);

/** How forwarded names answer over HTTPS, those that do alike together. */
function certificatesText(certificates: readonly ShownCertificate[]): string {
  const alike = grouped(certificates, ({ goodUntil, problem }) => goodUntil?.slice(0, 10) ?? typeof problem);
  return [...alike.values()]
    .map((some) => {
      const hosts = some.map(({ host }) => toULabel(host)).join(', ');
      const { goodUntil, problem } = some[0] ?? {};
      if (goodUntil !== undefined) return words.securedUntil(hosts, dayText(goodUntil));
      return problem === undefined ? words.securing(hosts) : words.notSecured(hosts);
    })
    .join(' ');
}

interface WhatProps {
  readonly zone: ShownZone;
  readonly draft: ZoneDraft;
  readonly problems: ReturnType<typeof zoneProblems>;
}

/** What saving changes and by when that is seen everywhere; what cannot be so, and what is most likely not meant. */
function What({ zone, draft: { records, difference, isChanged, meanwhile, change }, problems }: WhatProps) {
  const { added, removed, retimed } = difference;
  const within = seenAfterSeconds(zone.records, records);
  const advice = zoneAdvice(records);
  return (
    <View role="status">
      {meanwhile ? (
        <Notice kind="notice">{words.meanwhile(meanwhile.added.length, meanwhile.removed.length)}</Notice>
      ) : null}
      {problems.slice(0, 5).map(({ code, record, other }) => (
        <Notice key={`${code} ${titleOf(record)} ${record.data.join(' ')}`} kind="problem">
          {words.together[code](titleOf(record), other ? titleOf(other) : '')}
        </Notice>
      ))}
      {isChanged ? (
        <Notice kind="notice">
          {`${words.change(added.length, removed.length, retimed.length)} ${within === 0 ? words.seenAtOnce : words.seenWithin(spanText(within))}`}
        </Notice>
      ) : null}
      {advice.map(({ code, record, count }) => {
        const mended = withAdvice(records, { code, record });
        return (
          <View key={`${code} ${titleOf(record)} ${record.data.join(' ')}`} style={styles.advice}>
            <Text kind="small" style={styles.adviceText}>
              {words.advice[code](titleOf(record), count ?? 0)}
            </Text>
            {mended ? (
              <Action
                kind="link"
                title={code === 'mailNotHere' ? texts.mailForward.bringHere : words.addMissing}
                onPress={() => change(mended)}
              />
            ) : null}
          </View>
        );
      })}
    </View>
  );
}

function titleOf({ name, type }: DnsRecord): string {
  return `${name} ${type}`;
}

/** A stretch of time in the largest unit that it is whole in, or nearly. */
function spanText(seconds: number): string {
  if (seconds >= 86_400) return words.days(Math.ceil(seconds / 86_400));
  if (seconds >= 3600) return words.hours(Math.ceil(seconds / 3600));
  return words.minutes(Math.ceil(seconds / 60));
}

const styles = StyleSheet.create({
  foot: { flexDirection: 'row', gap: 10, alignItems: 'stretch' },
  save: { flex: 1 },
  advice: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8, marginTop: 8 },
  adviceText: { flexShrink: 1 },
  title: {
    flexDirection: 'row',
    marginBottom: 6,
    flexWrap: 'wrap',
    justifyContent: 'space-between',
    alignItems: 'baseline',
    gap: 8,
  },
});
