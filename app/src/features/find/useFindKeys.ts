import { useEffect, useState, type RefObject } from 'react';
import type { TextInput } from 'react-native';
import { toggleInLineup } from '../../shop/name/lineupStore';
import type { Row } from '../../shop/name/rows';

interface FindKeys {
  readonly rows: readonly Row[];
  readonly box: RefObject<TextInput | null>;
  readonly toggle: (row: Row) => void;
  readonly open: (row: Row) => void;
}

const isChoice = (target: EventTarget | null) =>
  target instanceof HTMLSelectElement ||
  (target instanceof HTMLInputElement && ['checkbox', 'radio'].includes(target.type));

const isTextField = (target: EventTarget | null) => target instanceof HTMLInputElement && !isChoice(target);

/**
 * The keys of the search: `/` to the box, arrows through the results, `Enter` to open, `b` for the basket, `l` for
 * the lineup, `?` for this list, `Esc` to close.
 */
export function useFindKeys({ rows, box, toggle, open }: FindKeys) {
  const [selected, setSelected] = useState(-1);
  const [keysShown, setKeysShown] = useState(false);

  useEffect(() => {
    function onKey(event: KeyboardEvent): void {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const { target } = event;
      const typing = target === box.current || target instanceof HTMLTextAreaElement || isTextField(target);
      const act = actions()[event.key];
      if (!act || (typing && !['ArrowDown', 'ArrowUp', 'Enter', 'Escape'].includes(event.key))) return;
      // A list, a switch or a choice of one knows these keys itself.
      if (!typing && isChoice(target) && event.key !== 'Escape') return;
      const onControl = target instanceof HTMLElement && target.closest('a, button, [role=button]');
      if (event.key === 'Enter' && onControl) return;
      event.preventDefault();
      act();
    }

    function actions(): Readonly<Record<string, () => void>> {
      const row = rows[selected];
      return {
        '/': () => box.current?.focus(),
        '?': () => setKeysShown(true),
        ArrowDown: () => setSelected(Math.min(selected + 1, rows.length - 1)),
        ArrowUp: () => setSelected(Math.max(selected - 1, -1)),
        Escape: () => {
          setKeysShown(false);
          setSelected(-1);
          box.current?.blur();
        },
        ...(row ? { b: () => toggle(row), l: () => void toggleInLineup(row.name), Enter: () => open(row) } : {}),
      };
    }

    // On the way down: a field keeps its key events to itself on the way up.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [rows, selected, box, toggle, open]);

  return { selected, keysShown, closeKeys: () => setKeysShown(false) };
}
