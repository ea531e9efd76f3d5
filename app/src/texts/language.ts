import { isLanguage, type Language } from '@tienda/core/accounts/language';
import { Stored } from '../stored/stored';
import { en, type Texts } from './en';

/** What each language calls itself. */
export const languageNames: Readonly<Record<Language, string>> = { en: 'English', es: 'Español' };

/** The browser's languages, the preferred first; where pages are written ahead of time, the one the build names. */
export const wishedLanguages: readonly string[] =
  typeof window === 'undefined' ? [process.env.TIENDA_PAGES_IN ?? 'en'] : navigator.languages;

/** The language of the app: chosen once, else the first of the browser's that there is. */
export const languageStore = new Stored<Language>(
  'tienda.language',
  wishedLanguages.map((tag) => tag.slice(0, 2)).find(isLanguage) ?? 'en',
  (kept) => (isLanguage(kept) ? kept : undefined),
);

let spoken: Texts = en;
// Only the build, which waits for nothing, takes it in at once.
// oxlint-disable-next-line typescript/no-require-imports
if (typeof window === 'undefined' && languageStore.get() === 'es') spoken = (require('./es') as { es: Texts }).es;

/** From now on the server sends pages written in it. */
function tellServer(language: Language): void {
  document.cookie = `language=${language}; path=/; max-age=31536000; samesite=lax`;
}

/** Fetches the language's texts; has to be done before anything that says something is loaded. */
export async function loadLanguage(): Promise<void> {
  const language = languageStore.get();
  if (document.documentElement.lang !== language) tellServer(language);
  document.documentElement.lang = language;
  if (language === 'es') spoken = (await import('./es')).es;
}

export function spokenTexts(): Texts {
  return spoken;
}

/** How dates and amounts are written: as in the reader's own country, where its language is the one spoken. */
export function locale(): string {
  const language = languageStore.get();
  return wishedLanguages.find((tag) => tag.startsWith(language)) ?? language;
}

/** Speaks another language from now on. The page is loaded anew; what is in the basket and in the address stays. */
export function speak(language: Language): void {
  languageStore.set(language);
  tellServer(language);
  window.location.reload();
}
