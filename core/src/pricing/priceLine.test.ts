import { extensionOf } from '../catalogue/extensionOf';
import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import { asName, priceLine } from './priceLine';

const terms = { years: 1, privacy: true, currency: 'USD', rate: '1', now: new Date('2026-11-25T10:00:00Z') } as const;
const named = (label: string) => {
  const extension = exampleCatalogue.get(label);
  if (!extension) throw new Error(`No .${label}`);
  return { name: `salt.${label}`, unicode: `salt.${label}`, extension };
};

test('the first year at its introductory price, privacy and fee in it', () => {
  const line = priceLine(named('aa'), terms);
  expect(line).toMatchObject({ charge: 300, fee: 18, privacy: 250, net: 568, renewal: { each: 1718 } });
  expect(line?.keepCost.slice(0, 3)).toEqual([568, 2286, 4004]);
});

test('three years without privacy', () => {
  expect(priceLine(named('aa'), { ...terms, years: 3, privacy: false })?.net).toBe(3254);
});

test('an offer for longer terms only counts from there on', () => {
  expect(priceLine(named('cc'), { ...terms, privacy: false })?.net).toBe(1118);
  expect(priceLine(named('cc'), { ...terms, years: 2, privacy: false })?.net).toBe(1786);
});

test('each unit price is converted on its own', () => {
  const line = priceLine(named('aa'), { ...terms, currency: 'EUR', rate: '0.92' });
  expect(line).toMatchObject({ charge: 276, fee: 17, privacy: 230 });
});

test('a premium name is priced by its registry', () => {
  const line = priceLine({ ...named('bb'), premium: { register: 24_000, renew: 9000 } }, { ...terms, years: 2 });
  expect(line).toMatchObject({ charge: 33_000, introSaving: 0 });
});

test('a term that is not offered has no price', () => {
  expect(priceLine(named('aa'), { ...terms, years: 11 })).toBeUndefined();
});

test('an extension is compared as a name of its own', () => {
  const org = exampleExtension('org', {});
  expect(asName(org)).toMatchObject({ unicode: '.org', extension: org });
  expect(extensionOf('.aa', exampleCatalogue)?.label).toBe('aa');
  expect(extensionOf('salt.aa', exampleCatalogue)?.label).toBe('aa');
  expect(extensionOf('salt.nowhere', exampleCatalogue)).toBeUndefined();
});
