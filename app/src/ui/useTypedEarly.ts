import { useEffect, useRef, type RefObject } from 'react';
import type { TextInput } from 'react-native';
import { useAlive } from '../stored/alive';

/**
 * What was typed, or filled in by the browser, before the script took over a page written ahead of time is taken as
 * typed.
 *
 * @param field of RN Elements, which keeps the browser's own in `input`
 */
export function useTypedEarly(
  field: RefObject<TextInput | null>,
  value: string,
  onChange: (value: string) => void,
): void {
  const first = useRef({ isAlive: useAlive(), value, onChange });
  useEffect(() => {
    const { isAlive, value: written, onChange: take } = first.current;
    const { input } = (field.current ?? {}) as { input?: HTMLInputElement };
    // A browser's line of text leaves out where lines end.
    if (!isAlive && input && input.value !== written.replace(/[\r\n]/g, '')) take(input.value);
  }, [field]);
}
