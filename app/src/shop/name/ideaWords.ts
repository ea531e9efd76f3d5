import type { IdeaReason } from '@tienda/core/ideas/idea';
import { texts } from '../../texts/texts';

const words = texts.ideas.reasons;

/** Why a name is offered, in a few words. */
export function ideaWords(reason: IdeaReason): string {
  switch (reason.kind) {
    case 'before':
      return words.before(reason.word);
    case 'after':
      return words.after(reason.word);
    case 'synonym':
      return words.synonym(reason.word, reason.of);
    case 'shorter':
      return words.shorter(reason.without);
    case 'blend':
      return words.blend(...reason.of);
    case 'mistyping':
      return words.mistyping[reason.how];
    default:
      return words[reason.kind];
  }
}
