import { isLanguage, type Language } from '@tienda/core/accounts/language';
import { Stored } from '../stored/stored';
import { en, type Texts } from './en';

/** What each language calls itself. */
export const languageNames: Readonly<Record<Language, string>> = { en: 'English', es: 'Español' };

/** The browser's languages, the preferred first. */
export const wishedLanguages = typeof navigator === 'undefined' ? [] : navigator.languages;

/** The language of the app: chosen once, else the first of the browser's that there is. */
export const languageStore = new Stored<Language>(
  'tienda.language',
  wishedLanguages.map((tag) => tag.slice(0, 2)).find(isLanguage) ?? 'en',
  (kept) => (isLanguage(kept) ? kept : undefined),
);

let spoken: Texts = en;

/** Fetches the language's texts; has to be done before anything that says something is loaded. */
export async function loadLanguage(): Promise<void> {
  const language = languageStore.get();
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
  window.location.reload();
}
