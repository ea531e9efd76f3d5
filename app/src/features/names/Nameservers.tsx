import { Link } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { isSameDelegation, pointsTo, startingDelegation, type PointsTo } from '@tienda/core/dns/delegation';
import type { DnsRecord } from '@tienda/core/dns/record';
import { readTypedDelegation, typedDelegation, type TypedDelegation } from '@tienda/core/dns/typedDelegation';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ShownName } from '@tienda/core/names/shownName';
import { useMay } from '../../api/helped';
import { useChangeName, useNameserverLook } from '../../api/names';
import { useZone } from '../../api/points';
import { listText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { NameserversForm, problemWords } from './NameserversForm';

const words = texts.names.pointing;

/** To which nameservers a name is delegated, and what its registry keeps for that; all of it can be set. */
export function Nameservers({ name }: { readonly name: ShownName }) {
  const mayChange = useMay('changeRecords');
  const [typed, setTyped] = useState<TypedDelegation>();
  const { delegation = startingDelegation, changing, stage } = name;
  const { nameservers, hosts, ds } = delegation;
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2} style={{ marginBottom: 6 }}>
        {words.title}
      </Text>
      {typed ? (
        <Setting name={name} typed={typed} onType={setTyped} onLeave={() => setTyped(undefined)} />
      ) : (
        <>
          <Text>{nameservers && nameservers.length > 0 ? nameservers.join(', ') : words[pointsTo(delegation)]}</Text>
          <Text kind="small" colour="quiet">
            {changing
              ? texts.names.waiting
              : ds.length > 0
                ? words.signed(ds.length)
                : words[`${pointsTo(delegation)}Detail`]}
          </Text>
          {hosts.length > 0 ? (
            <Fact mono title={words.hosts}>
              {hosts.map(({ host, addresses }) => [host, ...addresses].join(' ')).join('; ')}
            </Fact>
          ) : null}
          <Link href={`/names/${name.name}/points`} style={styles.records}>
            <Text colour="terracotta">{texts.points.open} →</Text>
          </Link>
          {canRenew(stage) && mayChange ? (
            <View style={styles.actions}>
              <Action
                title={words.change}
                disabled={changing === true}
                onPress={() => setTyped(typedDelegation(delegation))}
              />
            </View>
          ) : null}
        </>
      )}
    </Card>
  );
}

interface SettingProps {
  readonly name: ShownName;
  readonly typed: TypedDelegation;
  readonly onType: (typed: TypedDelegation) => void;
  readonly onLeave: () => void;
}

function Setting({ name: { name, unicode, delegation = startingDelegation }, typed, onType, onLeave }: SettingProps) {
  const change = useChangeName(name);
  const look = useNameserverLook(name);
  const [isTold, setTold] = useState(false);
  const [hasHosts, setHasHosts] = useState(typed.hosts !== '');
  const read = readTypedDelegation(name, typed);
  const problems = isTold ? read.problems : [];
  const losesDs = delegation.ds.length > 0 && read.delegation.ds.length === 0;
  const isMoved = !isSameDelegation({ ...delegation, hosts: [], ds: [] }, { ...read.delegation, hosts: [], ds: [] });
  const after = [
    ...(isMoved ? [words.later] : []),
    ...(losesDs ? [words.unsigned] : []),
    ...(isMoved && typed.at === 'nothing' ? [words.silent] : []),
  ];
  const type = (now: TypedDelegation) => {
    look.reset();
    onType(now);
  };
  const save = () => change.mutate({ delegation: read.delegation }, { onSuccess: onLeave });
  const missing = look.data?.filter(({ finding }) => finding !== 'answers') ?? [];
  /** Others' are asked first: a name that is delegated to who does not answer for it stops working. */
  const set = () => {
    setTold(true);
    if (read.problems.length > 0) return;
    if (!isMoved || typed.at !== 'elsewhere') return save();
    look.mutate(read.delegation, {
      onSuccess: (found) => {
        if (found.every(({ finding }) => finding === 'answers')) save();
      },
    });
  };
  const isUnsure = look.isError || missing.length > 0;
  const hostProblems = problems.filter(({ at }) => at === 'hosts').map(problemWords);
  return (
    <View>
      <NameserversForm name={unicode} typed={typed} problems={problems} onType={type} />
      {hasHosts ? (
        <Field
          multiline
          mono
          label={words.ownHosts}
          hint={words.ownHostsHint(unicode)}
          value={typed.hosts}
          error={hostProblems.length > 0 ? hostProblems.join('\n') : undefined}
          onChange={(hosts) => type({ ...typed, hosts })}
        />
      ) : (
        <View style={styles.link}>
          <Action kind="link" title={words.addHosts} onPress={() => setHasHosts(true)} />
        </View>
      )}
      {isMoved ? <WhatIsLost name={name} from={pointsTo(delegation)} to={typed.at} /> : null}
      {after.length > 0 ? (
        <Text kind="small" style={styles.after}>
          {after.join(' ')}
        </Text>
      ) : null}
      <View role="status">
        {look.isPending ? (
          <Text kind="small" colour="quiet">
            {words.looking}
          </Text>
        ) : null}
        {missing.length > 0 ? (
          <Notice kind="problem">
            {[...missing.map(({ host, finding }) => words.findings[finding](host)), words.notReady].join(' ')}
          </Notice>
        ) : null}
      </View>
      {look.isError ? <Failure fault={look.error} /> : null}
      <View style={styles.actions}>
        <Action kind="main" title={words.save} busy={change.isPending || look.isPending} onPress={set} />
        {isUnsure ? <Action title={words.saveAllTheSame} busy={change.isPending} onPress={save} /> : null}
        <Action title={words.leave} onPress={onLeave} />
      </View>
      {change.isError ? <Failure fault={change.error} /> : null}
    </View>
  );
}

interface WhatIsLostProps {
  readonly name: string;
  readonly from: PointsTo;
  readonly to: PointsTo;
}

/** What of the name is not asked for any more once it is delegated elsewhere, or is again once it comes back. */
function WhatIsLost({ name, from, to }: WhatIsLostProps) {
  const zone = useZone(name);
  if (!zone.data) return null;
  const { records } = zone.data;
  if (to === 'tienda') return <Text kind="small">{words.back(records.length)}</Text>;
  if (from !== 'tienda' || records.length === 0) return null;
  const count = (of: (record: DnsRecord) => boolean) => records.filter(of).length;
  const counts = {
    forwards: count(({ type }) => type === 'FORWARD'),
    mail: count(({ type }) => type === 'MAIL'),
    others: count(({ type }) => type !== 'FORWARD' && type !== 'MAIL'),
  };
  const parts = (['forwards', 'mail', 'others'] as const).filter((part) => counts[part] > 0);
  const said =
    counts.others === records.length
      ? words.lostParts.records(records.length)
      : listText(parts.map((part) => words.lostParts[part](counts[part])));
  return <Text kind="small">{words.lost(said)}</Text>;
}

const styles = StyleSheet.create({
  after: { marginVertical: 6 },
  link: { alignItems: 'flex-start' },
  records: { paddingVertical: 10 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 8 },
});
