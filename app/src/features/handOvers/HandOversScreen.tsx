import { router } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { ShownHandOver } from '@tienda/core/transfers/handOver';
import { useAnswerHandOver, useHandOvers } from '../../api/handOvers';
import { useSession } from '../../api/session';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { dateText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Name } from '../../ui/Name';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';

const words = texts.handOvers;
/** So many names of an offer are shown one by one. */
const mostShown = 12;

/** Names that go from one account here to another: those offered to this one, and those that it offers. */
export function HandOversScreen() {
  const session = useSession();
  const handOvers = useHandOvers();
  const { given = [], offered = [] } = handOvers.data ?? {};
  const isVisitor = session.data !== undefined && !session.data.account;
  return (
    <Screen title={words.title} back={{ href: '/names', title: words.back }}>
      {isVisitor ? <SignInFirst why={words.signIn} /> : null}
      {handOvers.isError ? <Failure fault={handOvers.error} retry={() => void handOvers.refetch()} /> : null}
      {handOvers.isLoading ? <Loading /> : null}
      {handOvers.data && given.length + offered.length === 0 ? (
        <Empty title={words.none} detail={words.noneDetail} />
      ) : null}
      <Side title={words.forYou} handOvers={offered} isOffered />
      <Side title={words.byYou} handOvers={given} isOffered={false} />
    </Screen>
  );
}

interface SideProps {
  readonly title: string;
  readonly handOvers: readonly ShownHandOver[];
  /** To this account, not by it. */
  readonly isOffered: boolean;
}

function Side({ title, handOvers, isOffered }: SideProps) {
  if (handOvers.length === 0) return null;
  return (
    <View>
      <Text kind="heading" level={2} style={styles.line}>
        {title}
      </Text>
      {handOvers.map((one) => (
        <HandOver key={one.id} handOver={one} isOffered={isOffered} />
      ))}
    </View>
  );
}

interface HandOverProps {
  readonly handOver: ShownHandOver;
  readonly isOffered: boolean;
}

function HandOver({ handOver, isOffered }: HandOverProps) {
  const { id, names, answerBy, state } = handOver;
  const answer = useAnswerHandOver(id);
  const title = isOffered ? words.from(handOver.with, names.length) : words.to(handOver.with, names.length);
  const isOpen = state.at === 'offered';
  const isTaken = state.at === 'taken' && isOffered;
  return (
    <Card label={title}>
      <Text kind="heading" level={3} style={styles.line}>
        {title}
      </Text>
      {names.slice(0, mostShown).map(({ name, unicode, expiresOn }) => (
        <View key={name} style={styles.name}>
          <Name unicode={unicode} />
          <Text kind="small" colour="quiet">
            {words.ends(dateText(expiresOn))}
          </Text>
        </View>
      ))}
      {names.length > mostShown ? <Text kind="small">{words.more(names.length - mostShown)}</Text> : null}
      {isOpen && isOffered ? <Text style={styles.line}>{words.comesAlong}</Text> : null}
      <Text role="status" style={styles.line}>
        {isTaken ? words.takenByYou(names.length) : isOpen ? words.until(dateText(answerBy)) : words.states[state.at]}
      </Text>
      <View style={styles.actions}>
        {isOpen && isOffered ? (
          <>
            <Action
              kind="main"
              title={words.take(names.length)}
              busy={answer.isPending && answer.variables === 'take'}
              onPress={() => answer.mutate('take')}
            />
            <Action
              title={words.decline}
              busy={answer.isPending && answer.variables === 'decline'}
              onPress={() => answer.mutate('decline')}
            />
          </>
        ) : null}
        {isOpen && !isOffered ? (
          <Action title={words.withdraw} busy={answer.isPending} onPress={() => answer.mutate('withdraw')} />
        ) : null}
        {isTaken ? <Action title={words.toName} onPress={() => router.navigate('/names')} /> : null}
      </View>
      {answer.isError ? <Failure fault={answer.error} /> : null}
    </Card>
  );
}

const styles = StyleSheet.create({
  line: { marginBottom: 6 },
  name: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: 12, marginBottom: 4 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 4 },
});
