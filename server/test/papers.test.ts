import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Invoice } from '@tienda/core/orders/invoice';
import { maren } from '../../core/test/contacts';
import { invoicePdf } from '../src/money/papers/invoicePdf';
import { invoiceText } from '../src/money/papers/invoiceText';

const folder = mkdtempSync(path.join(os.tmpdir(), 'tienda-papers-'));

function invoiceTo(buyer: Partial<Invoice['buyer']>, unicode = 'saltwhistle.org'): Invoice {
  return {
    kind: 'invoice',
    number: '2026-000001',
    issuedOn: '2026-11-26',
    orderNumber: 1001,
    currency: 'USD',
    buyer: {
      ...maren,
      ...buyer,
    },
    lines: [
      { name: 'xn--salt.org', unicode, years: 2, charge: 1800, discount: 0, fee: 36, privacyPrice: 0, net: 1836 },
    ],
    subtotal: 1800,
    discount: 0,
    fees: 36,
    privacy: 0,
    net: 1836,
    tax: { rate: '0.23', basis: 'domestic', amount: 422 },
    total: 2258,
    paid: [{ method: 'card', amount: 2258 }],
  };
}

/** What another program reads in the document. */
async function read(invoice: Invoice): Promise<{ text: string; info: string; fonts: string }> {
  const file = path.join(folder, 'paper.pdf');
  writeFileSync(file, await invoicePdf(invoice));
  const run = (program: string, ...args: string[]) => execFileSync(program, [...args, file], { encoding: 'utf8' });
  const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  return { text, info: run('pdfinfo'), fonts: run('pdffonts') };
}

test.each([
  ['Chinese', '王小明', '鹽笛造船'],
  ['Japanese', 'まれん', 'ボート'],
  ['Korean', '김마렌', '소금배'],
  ['Cyrillic', 'Марен Сольвик', 'Солёный свисток'],
  ['Greek', 'Μάρεν', 'Σφυρίχτρα'],
  ['Armenian', 'Մարեն', 'Սուլիչ'],
  ['Georgian', 'მარენი', 'სასტვენი'],
  ['Thai', 'มาเรน', 'นกหวีด'],
  ['Devanagari', 'नमन', 'नमक'],
])('a buyer who writes %s is named in these letters, embedded in the file', async (_, name, organisation) => {
  const { text, fonts } = await read(invoiceTo({ name, organisation }));
  expect(text).toContain(name);
  expect(text).toContain(organisation);
  for (const row of fonts.trim().split('\n').slice(2)) expect(row).toMatch(/\byes\s+yes\s+yes\b/);
});

test.each([
  ['Hebrew', 'מארן סולביק'],
  ['Arabic', 'مارين'],
  ['Bengali', 'মারেন'],
  ['Tamil', 'மாரென்'],
])('%s has letters of its own, none left out', async (script, name) => {
  const { text, fonts } = await read(invoiceTo({ name }));
  expect(fonts).toMatch(new RegExp(`NotoSans-?${script}`));
  expect(text).not.toContain('\ufffd');
});

test('letters of several scripts stand in one line, each in a font that has them', async () => {
  const { text } = await read(invoiceTo({ organisation: 'Saltwhistle 鹽笛 Соль' }, '鹽笛.org'));
  expect(text).toContain('Saltwhistle 鹽笛 Соль');
  expect(text).toContain('鹽笛.org');
});

test('the document is tagged, titled and in its language, and its amounts are those charged', async () => {
  const { text, info } = await read({ ...invoiceTo({}), language: 'es' });
  expect(info).toMatch(/Tagged:\s+yes/);
  expect(info).toMatch(/Title:\s+Factura 2026-000001/);
  for (const amount of ['18.00', '0.36', '18.36', '4.22', '22.58']) expect(text).toContain(amount);
});

test('as text it says what the file says: who, what for, every amount that is not nothing, the sums, how it was paid', async () => {
  const invoice = invoiceTo({ organisation: 'Saltwhistle Boats' });
  const said = invoiceText(invoice);
  expect(said.slice(said.indexOf('saltwhistle.org,'))).toBe(
    [
      'saltwhistle.org, registration, 2 years',
      '  Price 18.00 · Fee 0.36 · Net 18.36',
      '',
      '  Registrations: 18.00',
      '  Yearly fees: 0.36',
      '  Net: 18.36',
      '  VAT 23 %: 4.22',
      '  Total: 22.58',
      '  Paid: Card, 22.58',
      '',
      'VAT of Ireland, where seller and buyer are.',
      '',
    ].join('\n'),
  );
  const { text } = await read(invoice);
  const words = (document: string) => document.match(/[^\s·,:]+/g) ?? [];
  expect(words(text)).toEqual(expect.arrayContaining(words(said)));
});

test('a credit note says as text what it takes back, and what for', () => {
  const credit = { ...invoiceTo({}), kind: 'creditNote', refersTo: '2026-000007', because: 'givenBack' } as const;
  const said = invoiceText(credit);
  expect(said.split('\n').slice(0, 3)).toEqual([
    'Credit note 2026-000001',
    '2026-11-26 · order 1001 · all amounts in USD',
    'Takes back part of invoice 2026-000007, for a name that was given back.',
  ]);
  expect(said).toContain('  Given back: Card, 22.58\n');
});
