import { Link } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { isSameDelegation, pointsTo, startingDelegation } from '@tienda/core/dns/delegation';
import { readTypedDelegation, typedDelegation, type TypedDelegation } from '@tienda/core/dns/typedDelegation';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ShownName } from '@tienda/core/names/shownName';
import { useChangeName } from '../../api/names';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { NameserversForm, problemWords } from './NameserversForm';

const words = texts.names.pointing;

/** To which nameservers a name is delegated, and what its registry keeps for that; all of it can be set. */
export function Nameservers({ name }: { readonly name: ShownName }) {
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
          {canRenew(stage) ? (
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
  const save = () => {
    setTold(true);
    if (read.problems.length === 0) change.mutate({ delegation: read.delegation }, { onSuccess: onLeave });
  };
  const hostProblems = problems.filter(({ at }) => at === 'hosts').map(problemWords);
  return (
    <View>
      <NameserversForm name={unicode} typed={typed} problems={problems} onType={onType} />
      {hasHosts ? (
        <Field
          multiline
          mono
          label={words.ownHosts}
          hint={words.ownHostsHint(unicode)}
          value={typed.hosts}
          error={hostProblems.length > 0 ? hostProblems.join('\n') : undefined}
          onChange={(hosts) => onType({ ...typed, hosts })}
        />
      ) : (
        <View style={styles.link}>
          <Action kind="link" title={words.addHosts} onPress={() => setHasHosts(true)} />
        </View>
      )}
      {after.length > 0 ? <Text kind="small">{after.join(' ')}</Text> : null}
      <View style={styles.actions}>
        <Action kind="main" title={words.save} busy={change.isPending} onPress={save} />
        <Action title={words.leave} onPress={onLeave} />
      </View>
      {change.isError ? <Failure fault={change.error} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  link: { alignItems: 'flex-start' },
  records: { paddingVertical: 10 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 8 },
});
