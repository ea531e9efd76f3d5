import { useSyncExternalStore } from 'react';

/** Something small that this browser remembers; every part of the app that shows it hears of a change. */
export class Stored<Value> {
  private readonly hearers = new Set<() => void>();
  private value: Value | undefined;

  /** @param read what was kept, where it still makes sense */
  constructor(
    private readonly key: string,
    private readonly usual: Value,
    private readonly read: (kept: unknown) => Value | undefined,
  ) {}

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
