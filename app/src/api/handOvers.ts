import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { HandOvers } from '@tienda/core/transfers/handOver';
import { call } from './client';
import { someTimeMs, useMine } from './mine';
import { showChanged } from './showChanged';

const path = '/api/me/hand-overs';
const key = ['me', 'handOvers'];

/** Names offered to other accounts, and to this one; looked at again while the other side may answer. */
export function useHandOvers() {
  const again = ({ given }: HandOvers) => (given.some(({ state }) => state.at === 'offered') ? someTimeMs : undefined);
  return useMine<HandOvers>(['handOvers'], path, { again, needs: 'handOver', othersChangeIt: true });
}

export interface HandOverWish {
  readonly names: readonly string[];
  readonly email: string;
  readonly password: string;
}

/** Offers names to another account, for the password once more. */
export function useOfferNames() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wish: HandOverWish) => call<HandOvers>('POST', path, wish),
    onSuccess: (all) => showChanged(queries, key, all),
  });
}

/** What either side says of an offer. */
export type HandOverAnswer = 'take' | 'decline' | 'withdraw';

export function useAnswerHandOver(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (answer: HandOverAnswer) =>
      answer === 'withdraw'
        ? call<HandOvers>('DELETE', `${path}/${id}`)
        : call<HandOvers>('POST', `${path}/${id}/${answer}`, {}),
    onSuccess: (all) => showChanged(queries, key, all),
    // The other side may have said something meanwhile; what is taken is among the names.
    onSettled: () => queries.invalidateQueries({ queryKey: ['me'] }),
  });
}
