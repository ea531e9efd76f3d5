import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useChangePassword, useEndAllSessions, useEndSession, useSessions } from '../../api/security';
import { timeText } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card, CardRule } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { FileLink } from '../../ui/FileLink';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { CloseAccount } from './CloseAccount';
import { MailChange } from './MailChange';
import { PasswordRules } from '../../shop/entrance/PasswordRules';
import { GeneralProblem, problemOf } from '../../shop/entrance/fieldProblems';
import { TwoStep } from './TwoStep';

const words = texts.security;

/** What one gets in with, where one is in, and the way out with all that is kept. */
export function Security({ email }: { readonly email: string }) {
  return (
    <>
      <Heading>{words.title}</Heading>
      <Card label={words.title}>
        <Unfolding title={words.password}>
          <PasswordChange email={email} />
        </Unfolding>
        <CardRule />
        <Unfolding title={words.mail}>
          <MailChange email={email} />
        </Unfolding>
        <CardRule />
        <TwoStep />
      </Card>
      <Heading>{words.sessions}</Heading>
      <SessionList />
      <Heading>{words.data}</Heading>
      <Card label={words.data}>
        <FileLink href="/api/me/export" title={words.export} />
        <CardRule />
        <Unfolding title={words.closing}>
          <CloseAccount />
        </Unfolding>
      </Card>
    </>
  );
}

function Heading({ children }: { readonly children: string }) {
  return (
    <Text kind="heading" level={2} style={{ marginTop: 12, marginBottom: 6 }}>
      {children}
    </Text>
  );
}

/** Something to change, opened where it stands. */
function Unfolding({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <View>
      <View style={{ alignItems: 'flex-start' }}>
        <Action kind="link" title={open ? `${words.close}: ${title}` : title} onPress={() => setOpen(!open)} />
      </View>
      {open ? children : null}
    </View>
  );
}

function PasswordChange({ email }: { readonly email: string }) {
  const change = useChangePassword();
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const send = () => change.mutate({ email, current, password });
  if (change.isSuccess) return <Notice kind="good">{words.passwordSaved}</Notice>;
  return (
    <View>
      <Field
        label={words.current}
        value={current}
        onChange={setCurrent}
        secureTextEntry
        autoComplete="current-password"
        error={problemOf(change.error, 'current')}
      />
      <Field
        label={words.fresh}
        value={password}
        onChange={setPassword}
        secureTextEntry
        autoComplete="new-password"
        onSubmitEditing={send}
        error={problemOf(change.error, 'password')}
      />
      <PasswordRules password={password} email={email} />
      <GeneralProblem fault={change.error} />
      <Action title={words.save} busy={change.isPending} onPress={send} />
    </View>
  );
}

/** Every browser that is signed in. */
function SessionList() {
  const sessions = useSessions();
  const end = useEndSession();
  const endAll = useEndAllSessions();
  return (
    <Card label={words.sessions}>
      {sessions.isError ? <Failure fault={sessions.error} /> : null}
      {sessions.data?.map(({ id, agent, seen, here }) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: 10 }}>
          <View style={{ flex: 1, paddingVertical: 6 }}>
            <Text>{agent || words.unknownBrowser}</Text>
            <Text kind="small" colour="quiet">
              {here ? words.here : words.seen(timeText(seen))}
            </Text>
          </View>
          {here ? null : (
            <Action
              kind="link"
              title={words.endSession}
              label={`${words.endSession}: ${agent}`}
              onPress={() => end.mutate(id)}
            />
          )}
        </View>
      ))}
      {end.isError ? <Failure fault={end.error} /> : null}
      {endAll.isError ? <Failure fault={endAll.error} /> : null}
      <View style={{ alignItems: 'flex-start', marginTop: 6 }}>
        <Action title={words.endAll} busy={endAll.isPending} onPress={() => endAll.mutate()} />
      </View>
    </Card>
  );
}
