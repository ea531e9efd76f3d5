import { router } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { convert, type Minor } from '@tienda/core/money/money';
import { offerSums } from '@tienda/core/names/offer';
import { unitPrices } from '@tienda/core/pricing/linePrice';
import type { MoveProblem } from '@tienda/core/transfers/moveIn';
import type { ShownMove } from '@tienda/core/transfers/shownMove';
import { currencyStore } from '../../api/currencyStore';
import { useCallOff, useForgetMove, useWantMoves } from '../../api/moves';
import { useRate } from '../../api/rates';
import { useNow } from '../../api/shopClock';
import { useStored } from '../../stored/stored';
import { dateText, dayText, timeText, wholeAmount } from '../../texts/format';
import { problemText } from '../../texts/problems';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Name } from '../../ui/Name';
import { Text } from '../../ui/Text';

const words = texts.moves;

interface MoveCardProps {
  readonly move: ShownMove;
  readonly catalogue: Catalogue | undefined;
  readonly isInBasket: boolean;
}

/** One name that is to come here: whether it can, what to do first where not, how far it is where it is on its way. */
export function MoveCard({ move, catalogue, isInBasket }: MoveCardProps) {
  const want = useWantMoves();
  const forget = useForgetMove();
  const callOff = useCallOff();
  const [code, setCode] = useState('');
  const [isDropAsked, setDropAsked] = useState(false);
  const now = useNow();
  const { name, unicode, hasCode, look, looksAgainAt, underWay } = move;
  const problems = look?.problems ?? [];
  const needsCode = problems.some((problem) => problem.code === 'codeNeeded' || problem.code === 'wrongCode');
  // A code that does not fit stays to be put right, and the next one may be typed while this one is tried.
  const again = (given?: string) => want.mutate([{ name, ...(given ? { code: given } : {}) }]);
  return (
    <Card label={unicode}>
      <Name unicode={unicode} role="heading" aria-level={3} />
      {underWay ? (
        <>
          <Text>{underWayWords(underWay)}</Text>
          <View style={styles.actions}>
            <Action kind="link" title={words.toOrder} onPress={() => router.navigate(`/orders/${underWay.orderId}`)} />
            {underWay.at === 'asked' ? (
              <Action
                kind="link"
                title={words.callOff}
                label={words.callOffName(unicode)}
                busy={callOff.isPending}
                onPress={() => callOff.mutate(name)}
              />
            ) : null}
          </View>
          {callOff.isError ? <Failure fault={callOff.error} /> : null}
        </>
      ) : (
        <>
          <View role="status">
            {look && problems.length === 0 ? <Ready move={move} catalogue={catalogue} isInBasket={isInBasket} /> : null}
            {look ? null : <Text colour="quiet">{words.notLooked}</Text>}
            {problems.map((problem) => (
              <Text key={problem.code} colour="plum">
                {problemWords(problem)}
              </Text>
            ))}
          </View>
          {needsCode ? (
            <View style={styles.code}>
              <Field
                mono
                label={words.code(unicode)}
                value={code}
                onChange={setCode}
                onSubmitEditing={() => again(code)}
              />
              <View style={styles.try}>
                <Action
                  title={words.useCode}
                  disabled={code.trim() === ''}
                  busy={want.isPending}
                  onPress={() => again(code)}
                />
              </View>
            </View>
          ) : null}
          {looksAgainAt && problems.length > 0 ? (
            <Text kind="small" colour="quiet">
              {words.looksAgain(isSoon(looksAgainAt, now) ? timeText(looksAgainAt) : dayText(looksAgainAt))}
            </Text>
          ) : null}
          {want.isError ? <Failure fault={want.error} /> : null}
          {want.data?.cannot.map((one) => (
            <Text key={one.code} role="alert" colour="plum">
              {problemText(one.code, one.detail, one.facts)}
            </Text>
          ))}
          {forget.isError ? <Failure fault={forget.error} /> : null}
          <View role="status">{isDropAsked ? <Text kind="small">{words.dropsCode}</Text> : null}</View>
          <View style={styles.actions}>
            {problems.some((problem) => problem.code === 'free') ? (
              <Action
                kind="link"
                title={words.register}
                label={`${words.register}: ${unicode}`}
                onPress={() => router.navigate({ pathname: '/find/[name]', params: { name } })}
              />
            ) : null}
            {problems.length > 0 && !needsCode ? (
              <Action
                kind="link"
                title={words.lookAgain}
                label={`${words.lookAgain}: ${unicode}`}
                busy={want.isPending}
                onPress={() => again()}
              />
            ) : null}
            {isInBasket || move.purchase ? null : (
              <>
                {isDropAsked ? (
                  <Action
                    title={words.drop}
                    label={words.dropOf(unicode)}
                    busy={forget.isPending}
                    onPress={() => forget.mutate(name)}
                  />
                ) : null}
                {/* The same one stays where it is, and with it the keyboard; a double tap takes back what it asked. */}
                <Action
                  kind="link"
                  title={isDropAsked ? words.keepIt : words.drop}
                  label={isDropAsked ? words.keepIt : words.dropOf(unicode)}
                  busy={!isDropAsked && forget.isPending}
                  onPress={() => (isDropAsked || hasCode ? setDropAsked(!isDropAsked) : forget.mutate(name))}
                />
              </>
            )}
          </View>
        </>
      )}
    </Card>
  );
}

function Ready({ move: { name, look, purchase }, catalogue, isInBasket }: MoveCardProps) {
  const currency = useStored(currencyStore);
  const rate = useRate(currency);
  const extension = catalogue && extensionOf(name, catalogue);
  if (!extension || rate === undefined) return null;
  const unit = unitPrices(extension, look?.premium, false, currency, rate);
  const shown = (amount: Minor) => wholeAmount(amount, currency);
  const price = shown(
    purchase ? convert(offerSums(purchase.amount, purchase).buyerPays, currency, rate) : unit.transfer + unit.fee,
  );
  return (
    <>
      {look?.premium ? <Text>{words.premium(shown(unit.renew + unit.fee))}</Text> : null}
      <Text colour="sage">{purchase ? words.readyBought(price) : words.ready(price)}</Text>
      {look?.nameservers?.length ? (
        <Text kind="small" colour="quiet">
          {words.nameservers(look.nameservers.join(', '))}
        </Text>
      ) : null}
      {isInBasket ? <Text kind="small">{words.inBasket}</Text> : null}
    </>
  );
}

function underWayWords({ at, until = '' }: NonNullable<ShownMove['underWay']>): string {
  if (at === 'ordered') return words.ordered;
  return at === 'asked' ? words.asked(dayText(until)) : texts.offer.withHolder(dayText(until));
}

/** Whether the time of day says more than the day; not before the shop has said what day it is. */
const isSoon = (instant: string, now = '') => Date.parse(instant) - Date.parse(now) < 12 * 3600_000;

function problemWords(problem: MoveProblem): string {
  return words.problems[problem.code]('until' in problem ? dateText(problem.until) : '');
}

const styles = StyleSheet.create({
  actions: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16 },
  code: { marginTop: 8 },
  try: { alignItems: 'flex-start', marginBottom: 6 },
});
