import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { isOpenOffer, offerSums, type FeePayer, type OfferTerms } from '@tienda/core/names/offer';
import type { MoveTerms, ShownOffer } from '@tienda/core/names/shownOffer';
import { ApiProblem } from '../../api/client';
import { useMakeOffer, useMoveOffer, useMoveTerms, useOffers } from '../../api/me';
import { useSession } from '../../api/session';
import { dayText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Choice } from '../../ui/Choice';
import { Failure, Loading } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { typedAmount } from '../../shop/money/typedAmount';

const words = texts.offer;
const usd = (cents: number) => wholeAmount(cents, 'USD');

/** An offer to the holder of a taken name: made, answered, changed or withdrawn. */
export function OfferCard({ name, unicode }: { readonly name: string; readonly unicode: string }) {
  const signedIn = !!useSession().data?.account;
  const latest = useOffers().data?.find((offer) => offer.name === name);
  const [again, setAgain] = useState(false);
  const ended = latest && !isOpenOffer(latest.state) && latest.state.at !== 'bought';
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      {!signedIn ? (
        <View style={{ alignItems: 'flex-start', gap: 8 }}>
          <Text kind="small" colour="quiet">
            {words.detail}
          </Text>
          <Action title={words.signIn} onPress={() => router.navigate('/account')} />
        </View>
      ) : null}
      {signedIn && latest ? <Standing offer={latest} /> : null}
      {signedIn && ended && !again ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Action title={words.another} onPress={() => setAgain(true)} />
        </View>
      ) : null}
      {signedIn && (!latest || (ended && again)) ? (
        <OfferForm name={name} unicode={unicode} onMade={() => setAgain(false)} />
      ) : null}
    </Card>
  );
}

interface OfferFormProps {
  readonly name: string;
  readonly unicode: string;
  readonly onMade: () => void;
}

function OfferForm({ name, unicode, onMade }: OfferFormProps) {
  const make = useMakeOffer();
  const terms = useMoveTerms(name);
  const [typed, setTyped] = useState('');
  const [feePaidBy, setFeePaidBy] = useState<FeePayer>('buyer');
  const [message, setMessage] = useState('');
  const [missing, setMissing] = useState(false);
  const amount = typedAmount(typed, 'USD');
  const problem = make.error instanceof ApiProblem ? make.error : undefined;
  const detail = (
    <Text kind="small" colour="quiet" style={{ marginBottom: 8 }}>
      {words.detail}
    </Text>
  );
  if (!terms.data)
    return (
      <View>
        {detail}
        {terms.error ? <Failure fault={terms.error} retry={() => void terms.refetch()} /> : <Loading />}
      </View>
    );
  const { move } = terms.data;
  const send = () => {
    setMissing(amount === undefined);
    if (amount === undefined) return;
    make.mutate({ name, amount, feePaidBy, move, message }, { onSuccess: onMade });
  };
  return (
    <View>
      {detail}
      <PremiumMove terms={terms.data} />
      <Field
        label={words.amount}
        hint={words.amountHint}
        value={typed}
        onChange={setTyped}
        inputMode="decimal"
        mono
        error={missing && amount === undefined ? words.badAmount : problem?.of('amount')}
      />
      <Choice
        label={words.feePaidBy}
        value={feePaidBy}
        options={[
          { value: 'buyer', title: words.byMe },
          { value: 'holder', title: words.byHolder },
        ]}
        onChange={(value) => setFeePaidBy(value === 'holder' ? 'holder' : 'buyer')}
      />
      <Field
        label={words.message(unicode)}
        value={message}
        onChange={setMessage}
        maxLength={1000}
        error={problem?.of('message')}
      />
      {amount === undefined ? null : <Sums amount={amount} terms={{ feePaidBy, move }} />}
      {make.error && !problem?.of('amount') && !problem?.of('message') ? <Failure fault={make.error} /> : null}
      <View style={{ alignItems: 'flex-start', marginTop: 8 }}>
        <Action title={words.send} busy={make.isPending} onPress={send} />
      </View>
    </View>
  );
}

/** What its registry asks for a premium name, before anything is offered for it. */
function PremiumMove({ terms: { move, renew } }: { readonly terms: MoveTerms }) {
  if (renew === undefined) return null;
  return <Text style={{ marginBottom: 8 }}>{words.premium(usd(move), usd(renew))}</Text>;
}

function Sums({ amount, terms }: { readonly amount: number; readonly terms: OfferTerms }) {
  const { fee, move, buyerPays, holderGets } = offerSums(amount, terms);
  return (
    <Text role="status">{words.sums(usd(fee), move > 0 ? usd(move) : undefined, usd(buyerPays), usd(holderGets))}</Text>
  );
}

/** Where an offer stands, and what can be done next. */
function Standing({ offer }: { readonly offer: ShownOffer }) {
  const move = useMoveOffer(offer.id);
  const [typed, setTyped] = useState('');
  const { state, sums, counterSums, orderId, lapsesAt } = offer;
  const amount = typedAmount(typed, 'USD');
  const withdraw = (
    <Action
      kind="link"
      title={words.withdraw}
      busy={move.isPending}
      onPress={() => move.mutate({ move: 'withdraw' })}
    />
  );
  const fault = move.error ? <Failure fault={move.error} /> : null;
  if (state.at === 'sent')
    return (
      <>
        <Notice kind="notice" action={withdraw}>
          {words.sent(usd(sums.amount))}
        </Notice>
        {fault}
      </>
    );
  if (state.at === 'agreed' && orderId !== undefined)
    return (
      <Notice
        kind="good"
        action={<Action kind="link" title={words.toOrder} onPress={() => router.navigate(`/orders/${orderId}`)} />}
      >
        {words.paidFor(usd(sums.amount))}
      </Notice>
    );
  if (state.at === 'agreed')
    return (
      <>
        <Notice kind="good">
          {words.agreed(
            usd(sums.amount),
            usd(sums.buyerPays),
            sums.move > 0,
            lapsesAt === undefined ? '' : dayText(lapsesAt),
          )}
        </Notice>
        {fault}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 12 }}>
          <Action kind="main" title={words.buy} onPress={() => router.navigate('/names/move')} />
          {withdraw}
        </View>
      </>
    );
  if (state.at === 'bought') return <Notice kind="good">{words.bought(usd(sums.amount))}</Notice>;
  if (state.at === 'declined') return <Notice kind="problem">{words.declined(usd(sums.amount))}</Notice>;
  if (state.at === 'lapsed') return <Notice kind="notice">{words.lapsed(usd(sums.amount))}</Notice>;
  if (state.at === 'fellThrough') return <Notice kind="problem">{words.fellThrough}</Notice>;
  if (state.at === 'withdrawn' || !counterSums) return <Notice kind="notice">{words.withdrawn}</Notice>;
  return (
    <View>
      <Notice kind="notice">
        {words.countered(usd(sums.amount), usd(counterSums.amount), usd(counterSums.buyerPays), sums.move > 0)}
      </Notice>
      {fault}
      <View style={{ alignItems: 'flex-start', gap: 8, marginBottom: 12 }}>
        <Action
          title={words.accept(usd(counterSums.amount))}
          busy={move.isPending}
          onPress={() => move.mutate({ move: 'accept' })}
        />
      </View>
      <Field label={words.raise} value={typed} onChange={setTyped} inputMode="decimal" mono />
      <View style={{ flexDirection: 'row', gap: 12 }}>
        <Action
          title={words.sendRaise}
          disabled={amount === undefined}
          onPress={() => {
            if (amount !== undefined) move.mutate({ move: 'raise', amount });
          }}
        />
        {withdraw}
      </View>
    </View>
  );
}
