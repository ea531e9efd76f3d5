import { useState } from 'react';
import { View } from 'react-native';
import { useQueryClient } from '@tanstack/react-query';
import { useBeginTwoStep, useConfirmTwoStep, useEndTwoStep, type TwoStepSetup } from '../../api/security';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Text } from '../../ui/Text';
import { fonts } from '../../ui/theme';
import { CodeField } from '../../shop/entrance/CodeField';
import { ProofForm } from '../../shop/entrance/ProofForm';
import { QrCode } from './QrCode';
import { GeneralProblem, problemOf } from '../../shop/entrance/fieldProblems';

const words = texts.security;

/** The second step of signing in: whether it is on, and how to switch it. */
export function TwoStep() {
  const account = useSession().data?.account;
  const [open, setOpen] = useState(false);
  if (!account) return null;
  const { twoStep, recoveryCodes } = account;
  return (
    <View style={{ paddingVertical: 6 }}>
      <Text>{words.twoStep}</Text>
      <Text kind="small" colour={twoStep ? 'sage' : 'quiet'}>
        {twoStep ? words.twoStepOn(recoveryCodes) : words.twoStepOff}
      </Text>
      {open ? (
        twoStep ? (
          <GiveUp done={() => setOpen(false)} />
        ) : (
          <SetUp done={() => setOpen(false)} />
        )
      ) : (
        <View style={{ alignItems: 'flex-start' }}>
          <Action kind="link" title={twoStep ? words.twoStepEnd : words.twoStepAdd} onPress={() => setOpen(true)} />
        </View>
      )}
    </View>
  );
}

/** Both factors once more: whoever finds the account open cannot take the second one away. */
function GiveUp({ done }: { readonly done: () => void }) {
  const end = useEndTwoStep();
  const [code, setCode] = useState('');
  return (
    <View style={{ marginTop: 8 }}>
      <CodeField
        recovery
        label={texts.checkout.account.stepCode}
        value={code}
        onChange={setCode}
        error={problemOf(end.error, 'code')}
      />
      <ProofForm
        title={words.twoStepEnd}
        busy={end.isPending}
        fault={end.error}
        onProof={(password) => end.mutate({ password, code: code.trim().toLowerCase() }, { onSuccess: done })}
      />
    </View>
  );
}

/** Password, then the QR code and a code of the app, then the recovery codes. */
function SetUp({ done }: { readonly done: () => void }) {
  const queries = useQueryClient();
  const begin = useBeginTwoStep();
  const confirm = useConfirmTwoStep();
  if (confirm.data)
    return (
      <RecoveryCodes
        codes={confirm.data.recoveryCodes}
        done={() => {
          done();
          void queries.invalidateQueries({ queryKey: ['session'] });
        }}
      />
    );
  if (begin.data) return <Scan setup={begin.data} confirm={confirm} />;
  return (
    <ProofForm
      title={words.goOn}
      busy={begin.isPending}
      fault={begin.error}
      onProof={(password) => begin.mutate(password)}
    />
  );
}

interface ScanProps {
  readonly setup: TwoStepSetup;
  readonly confirm: ReturnType<typeof useConfirmTwoStep>;
}

function Scan({ setup, confirm }: ScanProps) {
  const [code, setCode] = useState('');
  const send = () => confirm.mutate(code.trim());
  return (
    <View style={{ gap: 8, marginTop: 8 }}>
      <Text>{words.scan}</Text>
      <QrCode text={setup.uri} label={words.qr} />
      <Text kind="small" colour="quiet">
        {words.secret}
      </Text>
      <Text style={{ fontFamily: fonts.mono }}>{setup.secret.replace(/(.{4})/g, '$1 ').trim()}</Text>
      <CodeField
        label={words.code}
        value={code}
        onChange={setCode}
        onSubmit={send}
        error={problemOf(confirm.error, 'code')}
      />
      <GeneralProblem fault={confirm.error} />
      <Action title={words.confirm} busy={confirm.isPending} onPress={send} />
    </View>
  );
}

function RecoveryCodes({ codes, done }: { readonly codes: readonly string[]; readonly done: () => void }) {
  return (
    <View style={{ gap: 8, marginTop: 8 }}>
      <Text>{words.recovery}</Text>
      {codes.map((code) => (
        <Text key={code} style={{ fontFamily: fonts.mono }}>
          {code}
        </Text>
      ))}
      <Action title={words.keptThem} onPress={done} />
    </View>
  );
}
