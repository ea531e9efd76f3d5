import { exampleExtension } from '../../../../core/test/catalogue';
import { rowFor, type Row } from '../../shop/name/rows';
import { itemsOf } from './items';

const org = exampleExtension('org', {});
const row = (label: string, more: Partial<Row> = {}): Row => ({
  ...rowFor(`${label}.org`, label, org, undefined, 1),
  ...more,
});
const asked = row('saltwhistle', { isAsked: true });
const words = Array.from({ length: 14 }, (_, i) => row(`w${i}`));
const same = [row('same')];
const close = [row('close')];
const shown = (items: ReturnType<typeof itemsOf>) =>
  items.map((item) => (item.type === 'head' ? `# ${item.title}` : item.row.label));

test('below a full name stands where it leads on to', () => {
  expect(shown(itemsOf({ rows: [asked], same, close, isPlain: true }))).toEqual([
    'saltwhistle',
    '# same',
    'same',
    '# close',
    'close',
  ]);
});

test('a word is shown in the main extensions, then what is close to it, then in the others', () => {
  const titles = shown(itemsOf({ rows: words, same: [], close, isPlain: true }));
  expect(titles.indexOf('# close')).toBe(10);
  expect(titles.indexOf('# more')).toBe(12);
  expect(titles).toHaveLength(14 + 1 + 2);
});

test('in an order of one’s own what was asked for stays together; with nothing to go on there is no heading', () => {
  expect(shown(itemsOf({ rows: words, same, close, isPlain: false })).slice(14)).toEqual([
    '# same',
    'same',
    '# close',
    'close',
  ]);
  expect(shown(itemsOf({ rows: words, same: [], close: [], isPlain: true }))).toEqual(words.map(({ label }) => label));
});
