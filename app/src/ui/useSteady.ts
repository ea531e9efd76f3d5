import { useCallback, useLayoutEffect, useRef } from 'react';

/** A handler that stays the same while what it does follows the latest drawing, so that memoised parts stay as they are. */
export function useSteady<Arguments extends readonly unknown[]>(
  handler: (...given: Arguments) => void,
): (...given: Arguments) => void {
  const latest = useRef(handler);
  useLayoutEffect(() => {
    latest.current = handler;
  });
  return useCallback((...given: Arguments) => latest.current(...given), []);
}
