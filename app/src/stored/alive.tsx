import { createContext, startTransition, use, useEffect, useState, type ReactNode } from 'react';

/** Apart from pages, whatever is drawn is drawn by a browser. */
const Alive = createContext(typeof window !== 'undefined');

/** The class of a page that is as it was written ahead of time: for the phone, and so not shown where there is more room. */
const ahead = 'ahead';

/** A piece of the page that does not come keeps the rest from being alive no longer than this. */
const longestMs = 5000;

const waiting = new Set<() => void>();

/** What was tapped so far, in the order in which it was; from then on taps are no more kept. The build writes it into pages. */
interface Tapped {
  readonly tappedEarly?: () => Iterable<HTMLElement>;
}

function tapAgain(): void {
  for (const button of (globalThis as Tapped).tappedEarly?.() ?? []) button.click();
}

/**
 * A page: first as it was written ahead of time, then with what this browser knows, which is drawn in steps between which
 * the browser does what people ask of it.
 */
export function Page({ children }: { readonly children: ReactNode }) {
  const [isAlive, setAlive] = useState(false);
  useEffect(() => {
    startTransition(() => setAlive(true));
    const timer = setTimeout(() => setAlive(true), longestMs);
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    if (!isAlive) return;
    document.documentElement.classList.remove(ahead);
    setTimeout(() => {
      for (const deed of waiting) deed();
      waiting.clear();
      // Where one is has to be in the way back before one goes on from there.
      setTimeout(tapAgain, 0);
    }, 0);
  }, [isAlive]);
  return <Alive value={isAlive}>{children}</Alive>;
}

/** False while a page is what was written ahead of time, true once the script has taken over. */
export function useAlive(): boolean {
  return use(Alive);
}

/** Waits until the script has taken over the page. */
export function alive(): Promise<void> {
  return new Promise(onceAlive);
}

/** Does something at once, or as soon as the script has taken over the page; the same only once. */
export function onceAlive(deed: () => void): void {
  if (document.documentElement.classList.contains(ahead)) waiting.add(deed);
  else deed();
}
