import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { addressOfSearch, pageLanguage, Pages, type Page } from '../src/platform/http/pages';

const folder = mkdtempSync(path.join(tmpdir(), 'pages-'));
const file = path.join(folder, 'pages.json');
afterAll(() => rmSync(folder, { recursive: true }));

const written = (address: string, language: Page['language'], html: string): Page => ({
  address,
  language,
  html,
  scripts: [],
  styles: [],
  styleAttributes: [],
});

writeFileSync(
  file,
  JSON.stringify([
    written('/', 'en', 'Find'),
    written('/', 'es', 'Buscar'),
    written('/search/[q]', 'en', '<input value="[q]"/><script src="/[q]-0123.js">'),
    written('/find/[name]', 'en', '<h1>[name]</h1><script src="/[name]-0123.js">'),
    written('/names', 'en', 'Names'),
    written('/names/[name]', 'en', '<h1>[name]</h1>'),
    written('/names/groups', 'en', '<h1>Groups</h1>'),
    written('/+not-found', 'en', 'Nothing here'),
  ]),
);
const pages = new Pages(file);

test.each([
  ['/', '', 'Find'],
  ['/names', '', 'Names'],
  ['/names/', '', 'Names'],
  ['/names/groups', '', '<h1>Groups</h1>'],
  ['/names/groups.example', '', '<h1>groups.example</h1>'],
  ['/find/a/b', '', 'Nothing here'],
  ['/xnames', '', 'Nothing here'],
])('%s with "%s" is the page that says %s', (address, query, html) => {
  expect(pages.at(address, query, 'en')?.html).toBe(html);
});

test.each([
  ['/names', '', true, true],
  ['/', '', true, true],
  ['/find/quay.example', '', true, false],
  ['/', 'quay', true, false],
  ['/xnames', '', false, true],
  ['/+not-found', '', false, true],
])('%s with "%s" is there: %s, and as it was built: %s', (address, query, isThere, isWhole) => {
  expect(pages.at(address, query, 'en')).toMatchObject({ isThere, isWhole });
});

test('a page comes in the language asked for', () => {
  expect(pages.at('/', '', 'es')?.html).toBe('Buscar');
});

test('what the address says stands in the page as text, and in no file name', () => {
  expect(pages.at('/find/quay.example', '', 'en')?.html).toBe('<h1>quay.example</h1><script src="/[name]-0123.js">');
  expect(pages.at('/', '"><script>x$&', 'en')?.html).toBe(
    '<input value="&quot;&gt;&lt;script&gt;x$&amp;"/><script src="/[q]-0123.js">',
  );
  expect(pages.at('/find/%E0%A4%A', '', 'en')?.html).toContain('<h1>%E0%A4%A</h1>');
});

test.each([
  ['/search/quay', '/?q=quay'],
  ['/search/caf%C3%A9%20%26%20quill/', '/?q=caf%C3%A9%20%26%20quill'],
  ['/search/%E0%A4%A', '/?q=%25E0%25A4%25A'],
  ['/search/', undefined],
  ['/search/a/b', undefined],
  ['/find/quay', undefined],
])('%s names the search %s', (address, search) => {
  expect(addressOfSearch(address)).toBe(search);
});

test('a search of nothing but spaces is Find', () => {
  expect(pages.at('/', '  ', 'en')?.html).toBe('Find');
});

test('without a build there is no page', () => {
  expect(new Pages(path.join(folder, 'none.json')).at('/', '', 'en')).toBeUndefined();
});

test('the language chosen goes before those that the browser wishes', () => {
  const wishes = (wished: string) => (offered: string[]) => offered.find((one) => one === wished) ?? false;
  expect(pageLanguage('es', wishes('en'))).toBe('es');
  expect(pageLanguage(undefined, wishes('es'))).toBe('es');
  expect(pageLanguage('xx', wishes('fr'))).toBe('en');
});
