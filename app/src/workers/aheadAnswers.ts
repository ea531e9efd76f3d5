import type { AheadName } from '@tienda/core/pricing/ahead';
import { unpackAhead, type AheadFeed } from '@tienda/core/pricing/aheadFeed';
import { aheadView, type AheadQuestion, type AheadView } from '@tienda/core/pricing/aheadView';

/** A question about the years ahead; the names come with the first one, and when they have changed. */
export interface AheadAsked {
  readonly id: number;
  readonly question: AheadQuestion;
  readonly feed?: AheadFeed;
}

export interface AheadAnswered {
  readonly id: number;
  readonly view: AheadView;
}

/** Answers questions about the names that came last. */
export class AheadAnswers {
  private names: readonly AheadName[] = [];

  answer({ feed, question }: Omit<AheadAsked, 'id'>): AheadView {
    if (feed) this.names = unpackAhead(feed);
    return aheadView(this.names, question);
  }
}
