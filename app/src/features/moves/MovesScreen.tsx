import { Fragment } from 'react';
import { router } from 'expo-router';
import { View } from 'react-native';
import { useBasket, usePutManyInBasket } from '../../api/basket';
import { useCatalogue } from '../../api/catalogue';
import { useMoves } from '../../api/moves';
import { useAutoRenewDefault, useSession } from '../../api/session';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure, Loading } from '../../ui/Empty';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { WhenSeen } from '../../ui/WhenSeen';
import { useQueryParams } from '../../ui/useQueryParams';
import { MoveCard } from './MoveCard';
import { canCome, moveLine } from './moveLine';
import { MoveList } from './MoveList';

const words = texts.moves;
/** Of hundreds those further down are made as they come into sight. */
const drawnAtOnce = 20;
const cardHeight = 130;

/** Names that are with other registrars: what stands in the way of each, and into the basket with those that can come. */
export function MovesScreen() {
  const session = useSession();
  const { name = '' } = useQueryParams<{ name: string }>();
  const moves = useMoves();
  const catalogue = useCatalogue().data;
  const autoRenew = useAutoRenewDefault();
  const basket = useBasket();
  const put = usePutManyInBasket();
  const inBasket = new Set(basket.data?.lines.flatMap(({ name, action }) => (action === 'transfer' ? [name] : [])));
  const isVisitor = session.data !== undefined && !session.data.account;
  const ready = (moves.data ?? []).filter((move) => canCome(move) && !inBasket.has(move.name));
  const lines = ready.flatMap((move) => moveLine(move, catalogue, autoRenew) ?? []);
  return (
    <Screen
      title={words.title}
      back={{ href: '/names', title: words.back }}
      foot={
        lines.length > 0 ? (
          <Action
            kind="main"
            title={words.putAll(lines.length)}
            busy={put.isPending}
            onPress={() => put.mutate(lines)}
          />
        ) : inBasket.size > 0 ? (
          <Action kind="main" title={words.toBasket} onPress={() => router.navigate('/basket')} />
        ) : undefined
      }
    >
      {isVisitor ? <SignInFirst why={words.signIn} /> : null}
      {moves.isError ? <Failure fault={moves.error} retry={() => void moves.refetch()} /> : null}
      {moves.isLoading ? <Loading /> : null}
      {moves.data ? (
        <>
          <Text style={{ marginBottom: 12 }}>{words.detail}</Text>
          <MoveList key={name} catalogue={catalogue} first={name} />
          {put.isError ? <Failure fault={put.error} /> : null}
          {moves.data.length > 0 ? (
            <Text kind="heading" level={2} style={{ marginBottom: 8 }}>
              {words.list}
            </Text>
          ) : null}
          <View>
            {moves.data.map((move, place) => {
              const card = <MoveCard move={move} catalogue={catalogue} isInBasket={inBasket.has(move.name)} />;
              return place < drawnAtOnce ? (
                <Fragment key={move.name}>{card}</Fragment>
              ) : (
                <WhenSeen key={move.name} minHeight={cardHeight}>
                  {card}
                </WhenSeen>
              );
            })}
          </View>
        </>
      ) : null}
    </Screen>
  );
}
