import { useRef, type TouchEvent } from 'react';

/** So long a finger rests for a hold: as systems have it. */
const heldMs = 500;

/** Handlers of a browser's element that tell where it is held by touch; what a tap does is left out then. */
export function useHeld(onHeld: (() => void) | undefined) {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const isHeld = useRef(false);
  if (!onHeld) return {};
  const stop = () => clearTimeout(timer.current);
  return {
    onTouchStart: () => {
      isHeld.current = false;
      stop();
      timer.current = setTimeout(() => {
        isHeld.current = true;
        onHeld();
      }, heldMs);
    },
    // It scrolls.
    onTouchMove: stop,
    onTouchCancel: stop,
    onTouchEnd: (event: TouchEvent) => {
      stop();
      if (isHeld.current) event.preventDefault();
    },
    onContextMenu: (event: { preventDefault: () => void }) => event.preventDefault(),
  };
}
