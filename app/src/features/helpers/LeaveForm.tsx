import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { helperScopes, type HelperScope, type Leave } from '@tienda/core/accounts/helper';
import { decimalAmount } from '@tienda/core/money/money';
import { currencyStore } from '../../api/currencyStore';
import { useGroups } from '../../api/groups';
import type { LeaveWish } from '../../api/helpers';
import { problemOf } from '../../shop/entrance/fieldProblems';
import { ProofForm } from '../../shop/entrance/ProofForm';
import { typedAmount } from '../../shop/money/typedAmount';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { Field } from '../../ui/Field';
import { Option } from '../../ui/Option';
import { RadioGroup } from '../../ui/RadioGroup';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';

const words = texts.helpers;

/** How names are chosen: all, those of groups, or one by one. */
const reaches = ['all', 'groups', 'names'] as const;
type ReachKind = (typeof reaches)[number];

interface LeaveFormProps {
  /** What is left so far. */
  readonly leave?: Leave;
  /** Above the rest: whom it is for, where that is not known. */
  readonly children?: ReactNode;
  readonly title: string;
  readonly busy: boolean;
  readonly fault: unknown;
  readonly onSend: (wish: LeaveWish) => void;
  readonly onLeave: () => void;
}

/** What somebody may do, of which names, and for how much: for the password once more. */
export function LeaveForm({ leave, children, title, busy, fault, onSend, onLeave }: LeaveFormProps) {
  const groups = useGroups();
  const chosenCurrency = useStored(currencyStore);
  const { reach = 'all', monthly } = leave ?? {};
  const [scopes, setScopes] = useState<ReadonlySet<HelperScope>>(new Set(leave?.scopes ?? ['see']));
  const [kind, setKind] = useState<ReachKind>(reach === 'all' ? 'all' : reach.groups.length > 0 ? 'groups' : 'names');
  const [inGroups, setInGroups] = useState<ReadonlySet<string>>(new Set(reach === 'all' ? [] : reach.groups));
  const [single, setSingle] = useState(reach === 'all' ? '' : reach.names.join('\n'));
  const currency = monthly?.currency ?? chosenCurrency;
  const [amount, setAmount] = useState(monthly ? decimalAmount(monthly.amount, currency) : '');
  const [tells, setTells] = useState(leave?.tells ?? true);
  const names = single.split(/[\s,;]+/).filter((name) => name !== '');
  const toggled = <Value,>(set: ReadonlySet<Value>, value: Value, on: boolean): ReadonlySet<Value> =>
    new Set(on ? [...set, value] : [...set].filter((one) => one !== value));
  const limit = typedAmount(amount, currency);
  const send = (password: string) =>
    onSend({
      scopes: helperScopes.filter((scope) => scopes.has(scope)),
      ...(kind === 'groups' ? { groups: [...inGroups] } : {}),
      ...(kind === 'names' ? { names: names.map((name) => name.toLowerCase()) } : {}),
      ...(scopes.has('buy') && limit !== undefined ? { monthly: { amount: limit, currency } } : {}),
      tells,
      password,
    });
  return (
    <View>
      {children}
      {helperScopes.map((scope) => (
        <View key={scope}>
          <Toggle
            title={words.scopes[scope]}
            detail={words.scopeDetails[scope]}
            value={scopes.has(scope)}
            onChange={(on) => setScopes(toggled(scopes, scope, on))}
          />
          {scope === 'buy' && scopes.has(scope) ? (
            <Field
              label={`${words.monthly}, ${currency}`}
              value={amount}
              onChange={setAmount}
              inputMode="decimal"
              error={problemOf(fault, 'monthly')}
            />
          ) : null}
        </View>
      ))}
      <Problem of={problemOf(fault, 'scopes')} />
      <RadioGroup label={words.reach}>
        <Text kind="strong">{words.reach}</Text>
        {reaches.map((one) => (
          <Option
            key={one}
            title={{ all: words.reachAll, groups: words.reachGroups, names: words.reachNames }[one]}
            checked={kind === one}
            onPress={() => setKind(one)}
          />
        ))}
      </RadioGroup>
      {kind === 'groups'
        ? groups.data?.map(({ id, title: group, names: count }) => (
            <Toggle
              key={id}
              title={group}
              label={`${words.group}: ${group}`}
              detail={texts.nameCount(count)}
              value={inGroups.has(id)}
              onChange={(on) => setInGroups(toggled(inGroups, id, on))}
            />
          ))
        : null}
      {kind === 'names' ? (
        <Field
          mono
          multiline
          label={words.names}
          value={single}
          onChange={setSingle}
          error={names.map((_, place) => problemOf(fault, `names/${place}`)).find((one) => one !== undefined)}
        />
      ) : null}
      <Problem of={problemOf(fault, 'reach')} />
      <Toggle title={words.tells} detail={words.tellsDetail} value={tells} onChange={setTells} />
      <ProofForm
        isMain
        title={title}
        busy={busy}
        fault={fault}
        onProof={send}
        leave={{ title: words.leave, act: onLeave }}
      />
    </View>
  );
}

/** What is wrong with a part that is no single field. */
function Problem({ of }: { readonly of: string | undefined }) {
  return of === undefined ? null : (
    <Text kind="small" colour="plum" role="alert">
      {of}
    </Text>
  );
}
