import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** A longer list is made when it is about to be opened: hundreds of options nobody looks at are slow to draw. */
const longest = 40;

interface ListOption {
  readonly value: string;
  readonly title: string;
}

/**
 * The options of a list to make now, and what notices that all are wanted.
 *
 * @param isFilledIn the browser may choose by itself, as soon as anything on the page is being filled in
 */
export function useLongList(options: readonly ListOption[], value: string, isFilledIn = false) {
  const [isWanted, setWanted] = useState(false);
  const isLong = options.length > longest;
  useEffect(() => {
    if (!isLong || !isFilledIn) return undefined;
    const want = () => setWanted(true);
    document.addEventListener('focusin', want, { once: true });
    return () => document.removeEventListener('focusin', want);
  }, [isLong, isFilledIn]);
  if (!isLong || isWanted) return { shown: options, handlers: {} };
  // Before the browser opens the list, in the same event.
  const want = () => flushSync(() => setWanted(true));
  const shown = options.filter((option) => option.value === value);
  return { shown, handlers: { onPointerEnter: want, onPointerDown: want, onFocus: want } };
}
