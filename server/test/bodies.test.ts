import fc from 'fast-check';
import * as credentials from '@tienda/core/accounts/credentials';
import { Contact } from '@tienda/core/contacts/contact';
import { maren } from '../../core/test/contacts';
import { AccountChoices } from '../src/people/accounts/models';
import { NewTopUp } from '../src/money/balance/models';
import { BasketCodesModel, BasketLineModel, BasketLinesModel } from '../src/money/basket/models';
import { openApi } from '../src/platform/http/openapi';
import { Problem } from '../src/platform/http/problem';
import { readModel, type Model } from '../src/platform/http/readModel';
import { route } from '../src/platform/http/route';
import { AmountModel, NewOffer } from '../src/names/offers/models';
import { NewOrder } from '../src/names/orders/models';
import { QuoteRequestModel } from '../src/money/quotes/models';
import { Contract } from './contract';

const { Credentials, MailAddress, MailChange, MailChangeCodes, MailCode, NewAccount } = credentials;
const { PasswordChange, PasswordProof, PasswordReset, SecondStep, TwoStepProof } = credentials;

const uuid = '6f1c1f4e-5d0a-4c39-9a50-0a3c3c7b2a11';
const email = 'maren@saltwhistle.example';
const password = 'a slow green boat';
const code = '123456';
const line = { years: 1, privacy: true, autoRenew: false };
const named = { name: 'saltwhistle.org', ...line };
const payment = { method: 'card', token: 'tok_1' };

/** Each model with a body that it takes. */
const bodies: readonly (readonly [Model<object>, object])[] = [
  [AccountChoices, { autoRenew: true, marketing: false, invoiceFiles: true, language: 'es' }],
  [AmountModel, { amount: 50_000 }],
  [NewOffer, { name: 'saltwhistle.com', amount: 50_000, message: 'A boatyard', feePaidBy: 'buyer' }],
  [BasketLineModel, line],
  [BasketLinesModel, { lines: [named] }],
  [BasketCodesModel, { typed: ['FRESHWATER'], use: null }],
  [NewTopUp, { amount: 2000, currency: 'EUR', payment }],
  [
    NewOrder,
    {
      quoteId: uuid,
      contactId: uuid,
      agreements: [{ id: 'registry', version: '2026-01' }],
      contacts: [{ name: 'saltwhistle.org', admin: uuid }],
      declarations: [{ name: 'saltwhistle.ie', code: 'connection', evidence: 'x' }],
      payment,
      balance: 100,
    },
  ],
  [
    QuoteRequestModel,
    {
      currency: 'USD',
      items: [{ ...named, action: 'register' }],
      codes: ['FRESHWATER'],
      use: 'FRESHWATER',
      customer: { country: 'IE', kind: 'business', vatId: 'IE1', isNew: true },
      growth: '0.03',
    },
  ],
  [Contact, { ...maren }],
  [MailAddress, { email }],
  [NewAccount, { email, password }],
  [Credentials, { email, password }],
  [MailCode, { email, code }],
  [PasswordReset, { email, code, password }],
  [PasswordChange, { email, current: password, password: 'a slower green boat' }],
  [PasswordProof, { password }],
  [MailChange, { email, password }],
  [MailChangeCodes, { oldCode: code, newCode: code }],
  [SecondStep, { code }],
  [TwoStepProof, { password, code }],
];

const contract = new Contract(
  openApi(
    bodies.map(([model]) => route('post', `/${model.name}`, { summary: model.name, model }, async () => ({}))),
    '0',
    { definitions: {}, of: () => [{ status: '204', schema: {} }] },
  ),
);
const documentRefuses = (model: Model<object>, body: unknown) =>
  contract.faultOf(`/components/schemas/${model.name}`, body);

/** Rules that JSON Schema has no words for: what is said of them is said in the refusal alone. */
const beyondSchemas =
  /^(passwordRules|isEmail|isISO31661Alpha2|singleLine|neededText|(organisation|region)WhenNeeded|postalCodeOfCountry|phoneNumber)$/i;

/** The rules a body breaks; none where it is taken. */
function serverRefuses(model: Model<object>, body: unknown): string[] {
  try {
    readModel(model, body);
    return [];
  } catch (fault) {
    if (!(fault instanceof Problem)) throw fault;
    return fault.errors.map((error) => error.code);
  }
}

test.each(bodies.map(([model, body]) => [model.name, model, body] as const))(
  'a good body of %s is taken by the document and by the server',
  (_, model, body) => {
    expect([documentRefuses(model, body), serverRefuses(model, body)]).toEqual([undefined, []]);
  },
);

/** What a field may hold that it should not: nothing that no text may hold, which is refused wherever it stands. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(undefined, null, true, 0, -1, 1.5, 11, 2 ** 53, '', ' ', 'x', 'a'.repeat(300), [], {}, [[]]),
  fc.constantFrom<unknown>(Array(600).fill('x'), Array(3000).fill({}), ['x'.repeat(41)], [null], { x: 1 }, ['a', 1]),
  fc.string({ maxLength: 12 }).filter((text) => /^[\x20-\x7e]*$/.test(text)),
);

/** A body with one thing in it, anywhere, put in the place of what was there, or added. */
function twisted(value: unknown, path: readonly number[], twist: unknown): unknown {
  const [step, ...rest] = path;
  if (step === undefined || typeof value !== 'object' || value === null) return twist;
  if (Array.isArray(value)) return value.map((part) => twisted(part, rest, twist));
  const names = [...Object.keys(value), 'another'];
  const name = names[step % names.length] ?? 'another';
  const part = (value as Record<string, unknown>)[name];
  return { ...value, [name]: typeof part === 'object' && part !== null ? twisted(part, rest, twist) : twist };
}

test.each(bodies.map(([model, body]) => [model.name, model, body] as const))(
  'the document refuses of %s what the server refuses, and nothing else',
  (_, model, body) => {
    fc.assert(
      fc.property(fc.array(fc.nat(20), { minLength: 1, maxLength: 3 }), odd, (path, twist) => {
        const sent = JSON.parse(JSON.stringify(twisted(body, path, twist)));
        const byServer = serverRefuses(model, sent);
        const byDocument = documentRefuses(model, sent);
        if (byDocument !== undefined) expect([byDocument, byServer]).not.toEqual([byDocument, []]);
        if (byServer.some((rule) => !beyondSchemas.test(rule)))
          expect([byServer, byDocument]).not.toEqual([byServer, undefined]);
      }),
      { seed: 20261126, numRuns: 400 },
    );
  },
);
