import type { Lifecycle } from '@tienda/core/catalogue/extension';
import { afterExpiry } from '@tienda/core/lifecycle/lifeOfName';
import type { HeldStage } from '@tienda/core/lifecycle/stage';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Mail } from '../../platform/outbox/mail';
import { textsIn, type Reader } from '../../platform/texts/texts';

/** A name held, as mails about its days speak of it. */
export interface ToldName {
  readonly unicode: string;
  readonly expiresOn: IsoDate;
  readonly lifecycle: Lifecycle;
}

/** A stage of its life that a name has entered. */
export interface EnteredName extends ToldName {
  readonly stage: Exclude<HeldStage, 'active' | 'movedOut' | 'handedOver'>;
}

/** Names that were not renewed: where they stand now, and what can still be done. */
export function stageMail({ email, language }: Reader, names: readonly EnteredName[], url: string): Mail {
  const words = textsIn(language).renewals;
  const [first] = names;
  return {
    to: email,
    subject:
      names.length === 1 && first ? words.stageSubject[first.stage](first.unicode) : words.stageSubjects(names.length),
    text: [
      ...names.map(({ unicode, expiresOn, lifecycle, stage }) => {
        const { redemptionFrom, pendingDeleteFrom, freeFrom } = afterExpiry(expiresOn, lifecycle);
        const until = { grace: redemptionFrom, redemption: pendingDeleteFrom, pendingDelete: freeFrom, gone: freeFrom };
        return `  ${words.stageLine[stage](unicode, until[stage])}`;
      }),
      '',
      words.seeNames(url),
      '',
    ].join('\n'),
  };
}
