import { useSyncExternalStore } from 'react';

/** What forgets the things that belong to whoever was signed in. */
const personal = new Set<() => void>();

/** Forgets what is personal: whoever uses the browser next is somebody else. */
export function forgetPersonal(): void {
  for (const forget of personal) forget();
}

/** Something small that this browser remembers; every part of the app that shows it hears of a change. */
export class Stored<Value> {
  private readonly hearers = new Set<() => void>();
  private value: Value | undefined;

  /**
   * @param read what was kept, where it still makes sense
   * @param isPersonal it is forgotten when somebody signs out
   */
  constructor(
    private readonly key: string,
    private readonly usual: Value,
    private readonly read: (kept: unknown) => Value | undefined,
    isPersonal = false,
  ) {
    if (isPersonal) personal.add(() => this.set(usual));
  }

  get = (): Value => {
    this.value ??= this.kept() ?? this.usual;
    return this.value;
  };

  set(value: Value): void {
    this.value = value;
    try {
      localStorage.setItem(this.key, JSON.stringify(value));
    } catch {
      // A browser that keeps nothing still shows it until the page is left.
    }
    for (const hear of this.hearers) hear();
  }

  hear = (hearer: () => void): (() => void) => {
    this.hearers.add(hearer);
    return () => this.hearers.delete(hearer);
  };

  private kept(): Value | undefined {
    try {
      const text = localStorage.getItem(this.key);
      return text === null ? undefined : this.read(JSON.parse(text));
    } catch {
      return undefined;
    }
  }
}

/** The value, and again whenever it changes. */
export function useStored<Value>(stored: Stored<Value>): Value {
  return useSyncExternalStore(stored.hear, stored.get, stored.get);
}

/** Reads a list of texts, leaving out what is none. */
export function readTexts(kept: unknown): string[] | undefined {
  return Array.isArray(kept) ? kept.filter((text): text is string => typeof text === 'string') : undefined;
}
