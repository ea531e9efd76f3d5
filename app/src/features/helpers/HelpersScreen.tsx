import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { ShownHelper } from '@tienda/core/accounts/helper';
import { useAnswerHelper, useChangeHelper, useHelpers, useInvite, useLookAfter } from '../../api/helpers';
import { useSession } from '../../api/session';
import { problemOf } from '../../shop/entrance/fieldProblems';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure, Loading } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { LeaveForm } from './LeaveForm';

const words = texts.helpers;

/** Who helps with one's names, and whose names one helps with. */
export function HelpersScreen() {
  const session = useSession();
  const helpers = useHelpers();
  const isVisitor = session.data !== undefined && !session.data.account;
  const { mine = [], theirs = [] } = helpers.data ?? {};
  return (
    <Screen title={words.title} back={{ href: '/account', title: texts.places.account }}>
      {isVisitor ? <SignInFirst why={words.signIn} /> : null}
      {helpers.isError ? <Failure fault={helpers.error} retry={() => void helpers.refetch()} /> : null}
      {helpers.isLoading ? <Loading /> : null}
      {helpers.data ? (
        <>
          {theirs.length > 0 ? (
            <Text kind="heading" level={2} style={styles.line}>
              {words.theirs}
            </Text>
          ) : null}
          {theirs.map((one) => (
            <HelpedCard key={one.id} helper={one} />
          ))}
          <Text kind="heading" level={2} style={styles.line}>
            {words.mine}
          </Text>
          <Text style={styles.line}>{words.detail}</Text>
          {mine.length === 0 ? (
            <Text colour="quiet" style={styles.line}>
              {words.nobody}
            </Text>
          ) : null}
          {mine.map((one) => (
            <HelperCard key={one.id} helper={one} />
          ))}
          <Invite />
        </>
      ) : null}
    </Screen>
  );
}

/** An invitation to somebody new. */
function Invite() {
  const invite = useInvite();
  const [isOpen, setOpen] = useState(false);
  const [email, setEmail] = useState('');
  if (!isOpen)
    return (
      <View style={{ alignItems: 'flex-start' }}>
        <Action title={words.invite} onPress={() => setOpen(true)} />
      </View>
    );
  return (
    <Card label={words.invite}>
      <LeaveForm
        title={words.send}
        busy={invite.isPending}
        fault={invite.error}
        onSend={(wish) =>
          invite.mutate(
            { ...wish, email: email.trim() },
            {
              onSuccess: () => {
                setOpen(false);
                setEmail('');
              },
            },
          )
        }
        onLeave={() => setOpen(false)}
      >
        <Field
          label={words.email}
          value={email}
          onChange={setEmail}
          inputMode="email"
          error={problemOf(invite.error, 'email')}
        />
      </LeaveForm>
    </Card>
  );
}

/** Somebody who helps, or is invited: what they may do, changed and ended here. */
function HelperCard({ helper }: { readonly helper: ShownHelper }) {
  const { id, with: email, until, state } = helper;
  const change = useChangeHelper(id);
  const answer = useAnswerHelper(id);
  const [isOpen, setOpen] = useState(false);
  return (
    <Card label={email}>
      <Text kind="heading" level={3}>
        {email}
      </Text>
      <Text role="status">{state.at === 'invited' ? words.invited(dateText(until)) : words.active}</Text>
      <Text kind="small" colour="quiet" style={styles.line}>
        {mayWords(helper)}
      </Text>
      {isOpen ? (
        <LeaveForm
          leave={helper}
          title={words.save}
          busy={change.isPending}
          fault={change.error}
          onSend={(wish) => change.mutate(wish, { onSuccess: () => setOpen(false) })}
          onLeave={() => setOpen(false)}
        />
      ) : (
        <View style={styles.actions}>
          <Action title={words.change} onPress={() => setOpen(true)} />
          <Action
            title={state.at === 'invited' ? words.withdraw : words.end}
            label={words.endOf(email)}
            busy={answer.isPending}
            onPress={() => answer.mutate('end')}
          />
        </View>
      )}
      {answer.isError ? <Failure fault={answer.error} /> : null}
    </Card>
  );
}

/** Somebody whose names one looks after, or is asked to. */
function HelpedCard({ helper }: { readonly helper: ShownHelper }) {
  const { id, with: email, until, state } = helper;
  const answer = useAnswerHelper(id);
  const { begin } = useLookAfter();
  const isInvited = state.at === 'invited';
  return (
    <Card label={email}>
      <Text kind="heading" level={3}>
        {email}
      </Text>
      <Text role="status">{isInvited ? words.invited(dateText(until)) : words.youHelp}</Text>
      <Text kind="small" colour="quiet" style={styles.line}>
        {mayWords(helper)}
      </Text>
      <View style={styles.actions}>
        {isInvited ? (
          <>
            <Action
              kind="main"
              title={words.accept}
              busy={answer.isPending && answer.variables === 'accept'}
              onPress={() => answer.mutate('accept')}
            />
            <Action
              title={words.decline}
              busy={answer.isPending && answer.variables === 'decline'}
              onPress={() => answer.mutate('decline')}
            />
          </>
        ) : (
          <>
            <Action kind="main" title={words.begin} label={words.beginOf(email)} onPress={() => begin(helper)} />
            <Action
              title={words.end}
              label={words.endOf(email)}
              busy={answer.isPending}
              onPress={() => answer.mutate('end')}
            />
          </>
        )}
      </View>
      {answer.isError ? <Failure fault={answer.error} /> : null}
    </Card>
  );
}

/** `May: see the names, renew and buy, up to US$50 a month; of 1 group.` */
function mayWords({ scopes, reach, monthly }: ShownHelper): string {
  const limit = monthly ? `, ${words.upTo(wholeAmount(monthly.amount, monthly.currency))}` : '';
  const what = scopes.map((scope) => `${words.scopes[scope].toLowerCase()}${scope === 'buy' ? limit : ''}`).join(', ');
  return words.may(what, reach === 'all' ? words.ofAll : words.ofSome(reach.groups.length, reach.names.length));
}

const styles = StyleSheet.create({
  line: { marginBottom: 6 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, marginTop: 4 },
});
