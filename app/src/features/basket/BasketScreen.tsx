import { router } from 'expo-router';
import { useCallback, useState } from 'react';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { useBasket, useBasketCheck, useEmptyBasket, usePutManyInBasket, useRemoveFromBasket } from '../../api/basket';
import { useToday } from '../../api/shopClock';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Screen, Stub } from '../../ui/Screen';
import { useWide } from '../../ui/useWide';
import { TallyContent } from '../../shop/tally/TallySheet';
import { useTally } from '../../shop/tally/useTally';
import { BasketTools } from './BasketTools';
import { ChangesNotice } from './ChangesNotice';
import { ImportPanel } from './ImportPanel';
import { LineCard } from './LineCard';

const words = texts.basket;

/** Up to so many names show all their choices; of more each opens its own. */
const mostOpen = 12;
/** Up to so many names are drawn at once; the rest when asked for. */
const shownFirst = 60;

/** Everything that is about to be bought, each name with its own choices; nothing else. */
export function BasketScreen() {
  const basket = useBasket();
  useBasketCheck();
  const tally = useTally();
  const wide = useWide();
  const today = useToday();
  const { mutate: remove } = useRemoveFromBasket();
  const empty = useEmptyBasket();
  const put = usePutManyInBasket();
  const [removed, setRemoved] = useState<readonly BasketLine[]>([]);
  const [importing, setImporting] = useState(false);
  const [all, setAll] = useState(false);
  const { lines, quote, catalogue, blocked } = tally;
  const onRemove = useCallback(
    (line: BasketLine) => {
      remove(line.name);
      setRemoved([line]);
    },
    [remove],
  );
  const removeAll = () => {
    empty.mutate(undefined);
    setRemoved(lines);
  };
  const priced = new Map(quote?.lines.map((line) => [line.name, line]));
  const importPanel = importing ? <ImportPanel onClose={() => setImporting(false)} /> : null;
  return (
    <Screen
      title={words.title}
      aside={lines.length > 0 ? <Stub>{texts.nameCount(lines.length)}</Stub> : undefined}
      foot={
        lines.length > 0 && !wide ? (
          <Action kind="main" title={words.checkout} disabled={blocked} onPress={() => router.navigate('/checkout')} />
        ) : undefined
      }
    >
      {removed.length > 0 ? (
        <Undo
          removed={removed}
          onUndo={() => {
            put.mutate(removed);
            setRemoved([]);
          }}
        />
      ) : null}
      <ChangesNotice lines={lines} />
      {basket.isPending ? <Loading /> : null}
      {basket.isError ? <Failure fault={basket.error} retry={() => void basket.refetch()} /> : null}
      {tally.fault && lines.length > 0 ? <Failure fault={tally.fault} retry={tally.retry} /> : null}
      {basket.isSuccess && lines.length === 0 ? (
        <Empty title={words.empty} detail={words.emptyDetail}>
          <Action title={words.toFind} onPress={() => router.navigate('/')} />
          <Action title={words.tools.import} onPress={() => setImporting(true)} />
        </Empty>
      ) : null}
      {lines.length > 0 ? (
        <BasketTools tally={tally} onImport={() => setImporting(!importing)} onRemoveAll={removeAll} />
      ) : null}
      {importPanel}
      {(all ? lines : lines.slice(0, shownFirst)).map((line, place) => (
        <LineCard
          key={line.name}
          line={line}
          priced={priced.get(line.name)}
          extension={catalogue && extensionOf(line.name, catalogue)}
          currency={tally.request.currency}
          rate={quote?.rate}
          problem={quote?.problems.find(({ pointer }) => pointer.startsWith(`/items/${place}/`))}
          today={today}
          open={lines.length <= mostOpen}
          onRemove={onRemove}
        />
      ))}
      {!all && lines.length > shownFirst ? (
        <Action title={texts.ideas.more(lines.length)} onPress={() => setAll(true)} />
      ) : null}
      {empty.isError ? <Failure fault={empty.error} /> : null}
      {put.isError ? <Failure fault={put.error} /> : null}
      {quote && lines.length > 0 && !wide ? <TallyContent tally={tally} quote={quote} /> : null}
    </Screen>
  );
}

function Undo({ removed, onUndo }: { readonly removed: readonly BasketLine[]; readonly onUndo: () => void }) {
  const [first] = removed;
  return (
    <Notice kind="notice" action={<Action kind="link" title={words.undo} onPress={onUndo} />}>
      {first && removed.length === 1 ? words.removed(first.unicode) : words.removedMany(removed.length)}
    </Notice>
  );
}
