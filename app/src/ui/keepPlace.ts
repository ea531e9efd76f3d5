/**
 * Whoever goes by keyboard, or listens, stays where they are: where what had the keyboard is taken away, since a question
 * or a form took its place, or another page, the place itself has it, is read out, and Tab goes on from there.
 *
 * @returns to stop
 */
export function keepPlace(): () => void {
  /** What has the keyboard, or had it until it was taken away. */
  let held: Element | undefined;
  const came = ({ target }: FocusEvent) => (held = target instanceof Element ? target : undefined);
  const left = ({ target }: FocusEvent) =>
    queueMicrotask(() => {
      // Left for nothing else, and still there: whoever did that wanted it.
      if (held === target && held.isConnected && hasNobody()) held = undefined;
    });
  const changes = new MutationObserver((records) => {
    if (!held || held.isConnected) return;
    const place = placeOf(held, records);
    held = undefined;
    if (!place) return;
    // Whoever gives it to something else does so while what is new is drawn.
    requestAnimationFrame(() => {
      if (place.isConnected && hasNobody()) stand(place);
    });
  });
  document.addEventListener('focusin', came);
  document.addEventListener('focusout', left);
  changes.observe(document.body, { childList: true, subtree: true });
  return () => {
    document.removeEventListener('focusin', came);
    document.removeEventListener('focusout', left);
    changes.disconnect();
  };
}

const hasNobody = () => document.activeElement === document.body || document.activeElement === null;

/** The nearest of what was around it that is still there. */
function placeOf(gone: Element, records: readonly MutationRecord[]): HTMLElement | undefined {
  const at = records.findIndex(({ removedNodes }) => Array.from(removedNodes).some((node) => node.contains(gone)));
  const place = records[at]?.target;
  if (!(place instanceof HTMLElement) || place === document.body) return undefined;
  // What it was in may have been taken away after it.
  return place.isConnected ? place : placeOf(place, records.slice(at + 1));
}

/** Gives the keyboard to what is no control; it is none afterwards either. */
function stand(place: HTMLElement): void {
  const before = place.getAttribute('tabindex');
  if (before === null) {
    place.setAttribute('tabindex', '-1');
    place.addEventListener('blur', () => place.removeAttribute('tabindex'), { once: true });
  }
  place.focus({ preventScroll: true });
}
