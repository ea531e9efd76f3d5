import { useSyncExternalStore } from 'react';
import { useAlive } from './alive';

/** What forgets the things that belong to whoever was signed in. */
const personal = new Set<() => void>();

/** Calls `forget` when whoever uses the browser next is somebody else. */
export function onForget(forget: () => void): void {
  personal.add(forget);
}

/** Forgets what is personal: whoever uses the browser next is somebody else. */
export function forgetPersonal(): void {
  for (const forget of personal) forget();
}

/** A value that every part of the app that shows it follows; kept until the page is left. */
export class Held<Value> {
  private readonly listeners = new Set<() => void>();
  private readonly first: Value;

  /** @param isPersonal it is forgotten when somebody signs out */
  constructor(
    protected value: Value,
    isPersonal = false,
  ) {
    this.first = value;
    if (isPersonal) onForget(() => this.set(this.first));
  }

  /** What it is before anything is known of the browser: what a page was written with ahead of time. */
  getFirst = (): Value => this.first;

  get = (): Value => this.value;

  set(value: Value): void {
    this.value = value;
    for (const listener of this.listeners) listener();
  }

  /** @returns what ends the subscription */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
}

/** Something small that this browser remembers after the page is left. */
export class Stored<Value> extends Held<Value> {
  private isRead = false;

  /**
   * @param fallback where nothing is remembered
   * @param read what was kept, where it still makes sense
   * @param isPersonal it is forgotten when somebody signs out
   */
  constructor(
    private readonly key: string,
    fallback: Value,
    private readonly read: (kept: unknown) => Value | undefined,
    isPersonal = false,
  ) {
    super(fallback, isPersonal);
  }

  override get = (): Value => {
    if (!this.isRead) this.value = this.kept() ?? this.value;
    this.isRead = true;
    return this.value;
  };

  override set(value: Value): void {
    this.isRead = true;
    try {
      localStorage.setItem(this.key, JSON.stringify(value));
    } catch {
      // A browser that keeps nothing still shows it until the page is left.
    }
    super.set(value);
  }

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
export function useStored<Value>(held: Held<Value>): Value {
  return useSyncExternalStore(held.subscribe, useAlive() ? held.get : held.getFirst, held.getFirst);
}

/** Reads a list of texts, leaving out what is none. */
export function readTexts(kept: unknown): string[] | undefined {
  return Array.isArray(kept) ? kept.filter((text): text is string => typeof text === 'string') : undefined;
}
