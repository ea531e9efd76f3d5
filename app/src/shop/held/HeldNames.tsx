import { router } from 'expo-router';
import type { ReactNode } from 'react';
import type { ShownName } from '@tienda/core/names/shownName';
import { useNames } from '../../api/names';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { SignInFirst } from '../entrance/SignInFirst';

interface HeldNamesProps {
  /** What a place says to a visitor, and to someone who holds nothing yet. */
  readonly words: { readonly signIn: string; readonly empty: string; readonly emptyDetail: string };
  /** Shows the names, one or more. */
  readonly children: (names: readonly ShownName[]) => ReactNode;
}

/** The names of whoever is signed in; without them, what to do about that. */
export function HeldNames({ words, children }: HeldNamesProps) {
  const session = useSession();
  const names = useNames();
  if (session.data && !session.data.account) return <SignInFirst why={words.signIn} />;
  if (names.isError) return <Failure fault={names.error} retry={() => void names.refetch()} />;
  if (!names.data) return <Loading />;
  if (names.data.length > 0) return children(names.data);
  return (
    <Empty title={words.empty} detail={words.emptyDetail}>
      <Action title={texts.basket.toFind} onPress={() => router.navigate('/')} />
    </Empty>
  );
}
