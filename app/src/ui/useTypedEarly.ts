import { useEffect, useRef, type RefObject } from 'react';
import type { TextInput } from 'react-native';

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
  const first = useRef({ value, onChange });
  useEffect(() => {
    const { input } = (field.current ?? {}) as { input?: HTMLInputElement };
    if (input && input.value !== first.current.value) first.current.onChange(input.value);
  }, [field]);
}
