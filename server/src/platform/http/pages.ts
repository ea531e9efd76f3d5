import { existsSync, readFileSync } from 'node:fs';
import { isLanguage, languages, type Language } from '@tienda/core/accounts/language';

/** A page as the build wrote it ahead of time. */
export interface Page {
  /** Path, with `[name]` for a part that differs: `/find/[name]`. */
  readonly address: string;
  readonly language: Language;
  readonly html: string;
  /** What stands in it itself, as a content security policy names it: `'sha256-…'`. */
  readonly scripts: readonly string[];
  readonly styles: readonly string[];
  readonly styleAttributes: readonly string[];
}

const entities: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => entities[sign] ?? sign);

/** The page that says that there is none. */
const nowhere = '/+not-found';

/** A search has no page of its own: it is Find, with what is searched for in the address. */
const searchPath = (query: string) => `/search/${encodeURIComponent(query)}`;

/** The address of a search that an address names as a place: `/?q=quay` for `/search/quay`; undefined where it names none. */
export function addressOfSearch(path: string): string | undefined {
  const query = /^\/search\/([^/]+)\/?$/.exec(path)?.[1];
  return query === undefined ? undefined : `/?q=${encodeURIComponent(decoded(query))}`;
}

/** A page as it is sent. */
export interface SentPage extends Page {
  /** False where there is nothing at the address. */
  readonly isThere: boolean;
  /** True where it is as it was built: what the address says has no part in it. */
  readonly isWhole: boolean;
}

/** The pages that the build wrote ahead of time: what the address says is filled in, the script takes over from there. */
export class Pages {
  private readonly pages: readonly (Page & { readonly pattern: RegExp })[];

  /** @param file `pages.json` of the build; without it there are no pages */
  constructor(file: string) {
    const written = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Page[]) : [];
    const isOne = ({ address }: Page) => !address.includes('[');
    // `/names/groups` is a page of its own, and no name.
    this.pages = [...written.filter(isOne), ...written.filter((page) => !isOne(page))].map((page) => ({
      ...page,
      pattern: new RegExp(`^${page.address.replace(/[.+]/g, '\\$&').replace(/\[\w+\]/, '([^/]+)')}$`),
    }));
  }

  /**
   * The page at an address, in a language; the one that says that there is none, where there is none.
   *
   * @param path as it was sent, percent-encoded
   * @param query what is searched for; empty for nothing
   * @returns undefined where nothing was built
   */
  at(path: string, query: string, language: Language): SentPage | undefined {
    const address = path === '/' && query.trim() !== '' ? searchPath(query) : path.replace(/(.)\/+$/, '$1');
    const known = this.pages.filter((page) => page.language === language);
    for (const page of known) {
      const [, part] = page.pattern.exec(address) ?? [];
      if (part === undefined && page.address !== address) continue;
      const said = decoded(part ?? '');
      const html = said === '' ? page.html : page.html.replace(/\[(?:name|q|id)\](?!-)/g, () => escaped(said));
      return { ...page, html, isThere: page.address !== nowhere, isWhole: said === '' };
    }
    const none = known.find((page) => page.address === nowhere);
    return none && { ...none, isThere: false, isWhole: true };
  }
}

function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

/** The language of a page: the one chosen before, else the first that the browser wishes. */
export function pageLanguage(chosen: string | undefined, wished: (offered: string[]) => string | false): Language {
  if (isLanguage(chosen)) return chosen;
  const found = wished([...languages]);
  return isLanguage(found) ? found : 'en';
}
