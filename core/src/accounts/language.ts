/** The languages that Tienda speaks (BCP 47). */
export const languages = ['en', 'es'] as const;

export type Language = (typeof languages)[number];

export function isLanguage(text: unknown): text is Language {
  return languages.some((language) => language === text);
}
