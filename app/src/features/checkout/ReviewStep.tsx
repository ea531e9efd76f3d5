import { useQueryClient } from '@tanstack/react-query';
import { Redirect, router } from 'expo-router';
import { useState } from 'react';
import { comesHere, type BasketLine } from '@tienda/core/basket/basketLine';
import type { Agreement } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { neededDeclarations, isDeclared, type NeededDeclaration } from '@tienda/core/contacts/declarations';
import type { QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { CardProblem } from '../../api/card';
import { isEmpty, useFreshBasket } from '../../api/basket';
import { checkoutStore } from '../../api/checkoutStore';
import { useAgreements } from '../../api/catalogue';
import { ApiProblem } from '../../api/client';
import { useGroups } from '../../api/groups';
import {
  useAgreedTerms,
  useContacts,
  usePlaceOrder,
  useDefaultContact,
  type AgreedTerms,
  type KeptContact,
} from '../../api/me';
import { useBalance } from '../../api/payments';
import { useBindingQuote, useSettledQuote, type BindingQuote, type NewQuote } from '../../api/quotes';
import { useSession } from '../../api/session';
import { countryText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { PaymentChoice } from '../../shop/payment/PaymentChoice';
import { usePaymentForm } from '../../shop/payment/usePaymentForm';
import { changeSentences, TallyChanges } from '../../shop/tally/TallyChanges';
import { TallyCodes } from '../../shop/tally/TallyCodes';
import { TallyRoll } from '../../shop/tally/TallyRoll';
import { useTally, type Tally } from '../../shop/tally/useTally';
import { Agreements, newTerms } from './Agreements';
import { ForGroup } from './ForGroup';
import { rolesOf, useGroupRoles } from './rolesOf';
import { CheckoutDeclarations } from './CheckoutDeclarations';
import { NameReview, HeldReview, ReviewRow } from './NameReview';

const words = texts.checkout.review;

/** Step 4: everything once more, changeable in place, then the card. */
export function ReviewStep() {
  const session = useSession();
  const basket = useFreshBasket();
  const contacts = useContacts();
  const holder = useDefaultContact();
  const tally = useTally();
  const binding = useBindingQuote(tally.request);
  const agreements = useAgreements(agreementsOf(tally));
  const before = useAgreedTerms();
  const place = usePlaceOrder();
  if (session.data && !session.data.account) return <Redirect href="/checkout/account" />;
  if (contacts.data?.length === 0) return <Redirect href="/checkout/holder" />;
  if (isEmpty(basket) && place.isIdle) return <Redirect href="/basket" />;
  const fault = basket.error ?? contacts.error ?? binding.error ?? agreements.error ?? before.error;
  const retry = () =>
    [basket, contacts, binding, agreements, before]
      .filter(({ isError }) => isError)
      .forEach((one) => void one.refetch());
  // What is known stays on screen, with all that was typed, though asking for it anew has failed.
  if (holder && binding.data && agreements.data && before.data)
    return (
      <Review
        fault={fault}
        retry={retry}
        tally={tally}
        holder={holder}
        contacts={contacts.data ?? []}
        binding={binding.data}
        isPriced={!binding.isPlaceholderData}
        agreements={agreements.data}
        before={before.data}
        place={place}
      />
    );
  return (
    <Screen title={words.title} aside={<Stub>{texts.checkout.step(4)}</Stub>}>
      {fault ? <Failure fault={fault} retry={retry} /> : <Loading />}
    </Screen>
  );
}

/** The terms that the names in the basket ask for, each once. */
function agreementsOf({ lines, catalogue }: Tally): string[] {
  const ids = lines.flatMap(({ name, action }) => {
    const extension = catalogue && comesHere(action) && extensionOf(name, catalogue);
    return extension ? extension.agreements.map(({ id }) => id) : [];
  });
  return [...new Set(ids)].sort();
}

/** What the extensions of the names in the basket ask of their holders. */
function askedBy({ lines, catalogue }: Tally): NeededDeclaration[] {
  return neededDeclarations(
    lines.flatMap(({ name, unicode, action }) => {
      const extension = catalogue && comesHere(action) && extensionOf(name, catalogue);
      return extension ? [{ name, unicode, extension }] : [];
    }),
  );
}

interface ReviewProps {
  /** Why what is shown could not be asked for anew. */
  readonly fault: Error | null;
  readonly retry: () => void;
  readonly tally: Tally;
  readonly holder: KeptContact;
  readonly contacts: readonly KeptContact[];
  /** The price last heard of. */
  readonly binding: NewQuote;
  /** Whether that is the price of what is in the basket now; it is being asked for where not. */
  readonly isPriced: boolean;
  readonly agreements: readonly Agreement[];
  readonly before: readonly AgreedTerms[];
  readonly place: ReturnType<typeof usePlaceOrder>;
}

function Review(props: ReviewProps) {
  const { fault, retry, tally, holder, contacts, binding, isPriced, agreements, before, place } = props;
  const needed = askedBy(tally);
  const { form, balance, agreed, setAgreed, missing, busy, problem, isOther, pay } = usePayment(
    binding,
    tally.request,
    holder,
    agreements,
    before,
    needed,
    place,
  );
  const free = binding.total === 0;
  const amount = wholeAmount(binding.total, binding.currency);
  const changed = (changes: readonly QuoteChange[]) =>
    changeSentences(changes, binding, tally.promotions, tally.buyer.customer).join(' ');
  const address = [holder.organisation, holder.street, holder.city, countryText(holder.country)].filter(Boolean);
  return (
    <Screen
      title={words.title}
      aside={<Stub>{texts.checkout.step(4)}</Stub>}
      foot={
        <>
          {isOther ? <Notice kind="notice">{words.otherPrice(amount)}</Notice> : null}
          <Action
            kind="main"
            title={isPriced ? (free ? words.payNothing : words.pay(amount)) : words.payUnpriced}
            busy={busy}
            disabled={binding.problems.length > 0 || fault !== null}
            onPress={() => void pay()}
          />
        </>
      }
    >
      {fault ? <Failure fault={fault} retry={retry} /> : null}
      <TallyChanges tally={tally} />
      {binding.changes.length > 0 ? <Notice kind="notice">{changed(binding.changes)}</Notice> : null}
      <Text kind="heading" level={2} style={{ marginBottom: 8 }}>
        {readBackWords(tally.lines)}
      </Text>
      {tally.lines.some(({ action }) => action === 'register') ? <ForGroup /> : null}
      {tally.lines.map((line) => {
        const priced = binding.lines.find(({ name }) => name === line.name);
        const extension = tally.catalogue && extensionOf(line.name, tally.catalogue);
        if (priced && extension && !comesHere(line.action))
          return <HeldReview key={line.name} line={line} priced={priced} quote={binding} extension={extension} />;
        return priced && extension ? (
          <NameReview
            key={line.name}
            line={line}
            priced={priced}
            quote={binding}
            extension={extension}
            defaultContact={holder}
            contacts={contacts}
          />
        ) : null;
      })}
      {binding.problems.map(({ pointer, detail }) => (
        <Notice
          key={pointer}
          kind="problem"
          action={<Action kind="link" title={words.toBasket} onPress={() => router.navigate('/basket')} />}
        >
          {detail}
        </Notice>
      ))}
      <Card>
        <ReviewRow
          title={texts.checkout.contacts.billed(holder.name)}
          detail={address.join(', ')}
          action={words.change}
          about={texts.checkout.contacts.billed(holder.name)}
          onPress={() => router.navigate('/checkout/holder')}
        />
      </Card>
      <CheckoutDeclarations needed={needed} missing={missing} />
      <Agreements agreements={agreements} before={before} agreed={agreed} missing={missing} onChange={setAgreed} />
      <TallyRoll
        settled
        quote={binding}
        customer={tally.buyer.customer}
        lines={tally.lines}
        promotions={tally.promotions}
      />
      <TallyCodes tally={tally} quote={binding} />
      {free ? null : (
        <PaymentChoice
          form={form}
          due={binding.total}
          currency={binding.currency}
          balance={balance}
          problem={problem}
        />
      )}
      {problem instanceof ApiProblem && problem.of('payment/phone') === undefined ? <Failure fault={problem} /> : null}
      {problem instanceof ApiProblem && problem.changes.length > 0 ? (
        <Notice kind="notice">{changed(problem.changes)}</Notice>
      ) : null}
    </Screen>
  );
}

/**
 * The way of paying to an order; a quote that changed is made anew and shown before anything is paid.
 * Who presses while the price is made anew pays what was shown: once it is there, if it is the same.
 */
function usePayment(
  shown: NewQuote,
  request: QuoteRequest,
  holder: KeptContact,
  agreements: readonly Agreement[],
  before: readonly AgreedTerms[],
  needed: readonly NeededDeclaration[],
  place: ReturnType<typeof usePlaceOrder>,
) {
  const queries = useQueryClient();
  const groups = useGroups();
  const ofGroup = useGroupRoles();
  const settled = useSettledQuote(request);
  const form = usePaymentForm();
  const balances = useBalance().data?.balances;
  const balance = balances?.find(({ currency }) => currency === shown.currency)?.amount ?? 0;
  const [agreed, setAgreed] = useState(false);
  const [missing, setMissing] = useState(false);
  const [busy, setBusy] = useState(false);
  /** The quote that came out at another price than was shown when it was pressed for. */
  const [otherId, setOtherId] = useState<string>();
  const [problem, setProblem] = useState<CardProblem | ApiProblem>();

  /** What was shown, as it binds now; nothing where it costs something else by now, or cannot be had or asked for. */
  async function sameAsShown(): Promise<BindingQuote | undefined> {
    // That asking for it failed is told where it was asked for, and what is wrong with names beside them.
    const quote = await settled().catch(() => undefined);
    if (!quote || quote.problems.length > 0) return undefined;
    const costsTheSame = quote.total === shown.total && quote.currency === shown.currency;
    const isSame = quote.id === shown.id || (costsTheSame && quote.changes.length === 0);
    setOtherId(isSame ? undefined : quote.id);
    return isSame ? quote : undefined;
  }

  async function pay(): Promise<void> {
    const { contacts, declarations, group } = checkoutStore.get();
    const isReady =
      (agreed || newTerms(agreements, before).length === 0) && needed.every((one) => isDeclared(one, declarations));
    setMissing(!isReady);
    if (!isReady) return;
    setBusy(true);
    setProblem(undefined);
    setOtherId(undefined);
    try {
      const binding = await sameAsShown();
      if (!binding) return;
      const prepared = await form.prepare(binding.total, balance);
      if (!prepared) return;
      const order = await place.mutateAsync({
        quoteId: binding.id,
        contactId: holder.id,
        agreements: agreements.map(({ id, version }) => ({ id, version })),
        contacts: binding.lines
          .filter(({ action }) => comesHere(action))
          .map(({ name }) => ({ name, ...rolesOf(name, ofGroup, contacts) }))
          .filter((roles) => Object.keys(roles).length > 1),
        ...(groups.data?.some(({ id }) => id === group) ? { groupId: group } : {}),
        declarations: declarations.filter(({ name, code }) =>
          needed.some((one) => one.name === name && one.code === code),
        ),
        ...prepared,
      });
      form.usedFor(order.id);
      router.replace({ pathname: '/orders/[id]', params: { id: order.id } });
    } catch (fault) {
      if (!(fault instanceof CardProblem) && !(fault instanceof ApiProblem)) throw fault;
      setProblem(fault);
      // The quote is not the one it was: the new one is shown, with what is different, before anything is paid.
      if (fault instanceof ApiProblem && (fault.status === 409 || fault.of('quoteId') !== undefined))
        await queries.invalidateQueries({ queryKey: ['me', 'quote'] });
    } finally {
      setBusy(false);
    }
  }

  return { form, balance, agreed, setAgreed, missing, busy, problem, isOther: otherId === shown.id, pay };
}

/** What is about to be done, in a few words. */
function readBackWords(lines: readonly BasketLine[]): string {
  const actions = new Set(lines.map(({ action }) => action));
  if (actions.has('register')) return words.readBack;
  const { several, ...one } = words.readBackHeld;
  const [only] = actions;
  return actions.size > 1 || only === undefined || only === 'register' ? several : one[only];
}
