import { memo, useEffect, useState } from 'react';
import { View } from 'react-native';
import { codeKey } from '@tienda/core/pricing/promotion';
import type { CodeAnswer, Quote } from '@tienda/core/pricing/quote';
import type { Unlock } from '@tienda/core/pricing/unlocks';
import { useKeepCodes, usePutInBasket } from '../../api/basket';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Option } from '../../ui/Option';
import { RadioGroup } from '../../ui/RadioGroup';
import { Text } from '../../ui/Text';
import { codeTerms, reasonWords } from './codeWords';
import type { Tally } from './useTally';

const words = texts.codes;

interface TallyCodesProps {
  readonly tally: Tally;
  readonly quote: Quote;
}

/** The promo codes: one to type, those that save, those that do not and why, and what a longer term would save. */
export const TallyCodes = memo(function TallyCodes({ tally, quote }: TallyCodesProps) {
  const { codes, promotions } = tally;
  const keep = useKeepCodes();
  const [others, setOthers] = useState(false);
  const money = { currency: quote.currency, rate: quote.rate };
  const saving = quote.codes.filter(({ saves }) => saves > 0).sort((a, b) => b.saves - a.saves);
  const typed = new Set(codes.typed.map(codeKey));
  const isTyped = ({ code }: CodeAnswer) => typed.has(codeKey(code));
  const [field, setField] = useState('');
  const isPending = ({ code }: CodeAnswer) => tally.codesPending.has(codeKey(code));
  const inField = ({ code }: CodeAnswer) => codeKey(code) === codeKey(field);
  const refused = quote.codes.filter((answer) => answer.saves === 0 && !isPending(answer));
  const untyped = refused.filter((answer) => !isTyped(answer));
  const promotionOf = (code: string) => promotions.find((promotion) => promotion.code === code);
  const fieldRefusal = refused.find((answer) => isTyped(answer) && inField(answer));
  const forget = (code: string) => {
    const left = codes.typed.filter((other) => codeKey(other) !== codeKey(code));
    const { use } = codes;
    const other = typeof use === 'string' && codeKey(use) === codeKey(code) ? {} : use === undefined ? {} : { use };
    keep.mutate({ typed: left, ...other });
  };
  return (
    <View role="group" aria-label={words.title} style={{ marginBottom: 12 }}>
      <Text kind="heading" level={3}>
        {words.title}
      </Text>
      <Text kind="small" colour="quiet">
        {words.detail}
      </Text>
      <RadioGroup label={words.title}>
        {saving.map(({ code, applied, saves }) => {
          const promotion = promotionOf(code);
          return (
            <Option
              key={code}
              title={code === quote.best ? `${code} · ${words.best}` : code}
              mono
              detail={promotion ? codeTerms(promotion, money) : ''}
              aside={words.saves(wholeAmount(saves, quote.currency))}
              checked={applied}
              onPress={() => keep.mutate({ typed: codes.typed, ...(code === quote.best ? {} : { use: code }) })}
            />
          );
        })}
        {saving.length > 0 ? (
          <Option
            title={words.none}
            checked={!quote.codes.some(({ applied }) => applied)}
            onPress={() => keep.mutate({ typed: codes.typed, use: null })}
          />
        ) : null}
      </RadioGroup>
      {refused
        .filter((answer) => isTyped(answer) && !inField(answer))
        .map(({ code, reason = 'unknown' }) => (
          <Notice
            key={code}
            kind="notice"
            action={
              <Action
                kind="link"
                title={words.forget}
                label={`${words.forget}: ${code}`}
                onPress={() => forget(code)}
              />
            }
          >
            {`${code}: ${reasonWords(reason, promotionOf(code), money)}.`}
          </Notice>
        ))}
      {quote.unlocks.map((unlock) => (
        <Unlocked key={unlock.code} unlock={unlock} tally={tally} quote={quote} />
      ))}
      <CodeField
        code={field}
        onChange={setField}
        onTry={(code) => keep.mutate({ ...codes, typed: [...codes.typed, code] })}
        busy={keep.isPending || tally.codesPending.size > 0}
        refusal={
          fieldRefusal && `${reasonWords(fieldRefusal.reason ?? 'unknown', promotionOf(fieldRefusal.code), money)}.`
        }
        accepted={saving.some((answer) => isTyped(answer) && inField(answer))}
      />
      {keep.isError ? <Failure fault={keep.error} /> : null}
      {untyped.length > 0 ? (
        <View style={{ alignItems: 'flex-start' }}>
          <Action
            kind="link"
            title={others ? words.hide : words.others(untyped.length)}
            onPress={() => setOthers(!others)}
          />
        </View>
      ) : null}
      {others
        ? untyped.map(({ code, reason = 'unknown' }) => (
            <Text key={code} kind="small" colour="quiet" style={{ paddingVertical: 2 }}>
              {`${code}: ${reasonWords(reason, promotionOf(code), money)}.`}
            </Text>
          ))
        : null}
    </View>
  );
});

interface UnlockedProps extends TallyCodesProps {
  readonly unlock: Unlock;
}

/** A longer term that pays, as a plain sentence with both amounts; nothing changes until it is taken. */
function Unlocked({ unlock, tally: { lines, codes }, quote: { currency } }: UnlockedProps) {
  const put = usePutInBasket();
  const keep = useKeepCodes();
  const line = lines.find(({ name }) => name === unlock.name);
  if (!line) return null;
  const { code, years, moreToday, saves } = unlock;
  const say = moreToday >= 0 ? words.unlock : words.unlockLess;
  return (
    <Notice
      kind="notice"
      action={
        <Action
          kind="link"
          title={words.doIt}
          label={`${words.doIt}: ${code}`}
          onPress={() => {
            put.mutate({ ...line, years });
            keep.mutate({ typed: codes.typed, use: code });
          }}
        />
      }
    >
      {say(line.unicode, years, code, wholeAmount(Math.abs(moreToday), currency), wholeAmount(saves, currency))}
    </Notice>
  );
}

interface CodeFieldProps {
  readonly code: string;
  readonly onChange: (code: string) => void;
  readonly onTry: (code: string) => void;
  readonly busy: boolean;
  /** Why the code that stands here does not apply. */
  readonly refusal: string | undefined;
  /** The code that stands here was tried, and saves something. */
  readonly accepted: boolean;
}

/** Where a code is typed. One that is refused stays, so that its letters can be mended. */
function CodeField({ code, onChange, onTry, busy, refusal, accepted }: CodeFieldProps) {
  useEffect(() => {
    if (accepted) onChange('');
  }, [accepted, onChange]);
  const send = () => {
    if (code.trim() !== '' && refusal === undefined) onTry(code.trim());
  };
  return (
    <View style={{ flexDirection: 'row', gap: 8, alignItems: 'flex-start', marginTop: 6 }}>
      <Field
        shared
        mono
        label={words.label}
        value={code}
        onChange={onChange}
        maxLength={40}
        onSubmitEditing={send}
        error={refusal}
      />
      <View style={{ marginTop: 24 }}>
        <Action title={words.try} busy={busy} onPress={send} />
      </View>
    </View>
  );
}
