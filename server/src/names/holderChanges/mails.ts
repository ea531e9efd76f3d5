import { holderText } from '@tienda/core/contacts/holderText';
import { failureWords } from '@tienda/core/orders/failureWords';
import { toULabel } from '@tienda/core/idna/idna';
import { agreeBy, type HolderSide } from '@tienda/core/contacts/holderChange';
import type { Mail } from '../../platform/outbox/mail';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';
import type { KeptHolderChange, WhyNot } from './store';

/** Asks a holder, old or new or both in one, whether names may change hands. */
export function askingMail(
  { email, language }: Reader,
  change: Pick<KeptHolderChange, 'from' | 'to' | 'names' | 'askedOn'>,
  as: readonly HolderSide[],
  url: string,
): Mail {
  const words = textsIn(language).holderChanges;
  const names = namesOf(change);
  const by = agreeBy(change.askedOn);
  const isOld = as.includes('old');
  const paragraphs = [
    words.asked(names.length, holderText(change.from), holderText(change.to)),
    listed(names),
    `${words.open(by)}\n\n    ${url}`,
    words.otherwise,
    ...(isOld ? [words.stays] : []),
    words.unknown,
  ];
  return { to: email, subject: words.subject(names[0] ?? '', names.length), text: textOf(paragraphs) };
}

/** What came of it, to both holders and whoever looks after the names. */
export function endedMail({ email, language }: Reader, change: KeptHolderChange): Mail {
  const { state } = change;
  const words = textsIn(language).holderChanges;
  const names = namesOf(change);
  const [first = ''] = names;
  const to = holderText(change.to);
  if (state.at !== 'done') {
    const why =
      state.at === 'refused' ? words.refused[state.by] : state.at === 'expired' ? words.expired : words.withdrawn;
    return {
      to: email,
      subject: words.nothingSubject(first, names.length),
      text: textOf([why, words.nothing(holderText(change.from)), listed(names)]),
    };
  }
  const done = change.names.filter(({ failure }) => failure === null).map(({ name }) => toULabel(name));
  const why = (failure: WhyNot) =>
    failure.cause === 'gone' || failure.cause === 'late'
      ? words.gone
      : failureWords(failure, language, (cents) => amountText(cents, 'USD'));
  const failed = change.names.flatMap(({ name, failure }) =>
    failure === null ? [] : [`    ${toULabel(name)}: ${why(failure)}`],
  );
  const paragraphs = [
    ...(done.length > 0 ? [words.done(to), listed(done), change.waived ? words.free : words.stayed] : []),
    ...(failed.length > 0 ? [words.notDone, failed.join('\n')] : []),
  ];
  return {
    to: email,
    subject:
      done.length > 0 ? words.doneSubject(done[0] ?? '', done.length) : words.nothingSubject(first, names.length),
    text: textOf(paragraphs),
  };
}

function namesOf({ names }: Pick<KeptHolderChange, 'names'>): string[] {
  return names.map(({ name }) => toULabel(name));
}

const listed = (names: readonly string[]) => names.map((name) => `    ${name}`).join('\n');
const textOf = (paragraphs: readonly string[]) => `${paragraphs.join('\n\n')}\n`;
