import { setTimeout as pause } from 'node:timers/promises';
import { inspect } from 'node:util';

/** The people of the demo. Their passwords open made-up accounts on this machine only. */
export const demoSignIns = [
  { email: 'maren@saltwhistle.example', password: 'a slow green boat', who: 'Maren Solvik, Saltwhistle Boatworks' },
  { email: 'ilse@quayquill.example', password: 'two quills, one quay', who: 'Ilse Tamboura, Quay & Quill' },
];

export const marenContact = {
  kind: 'company',
  name: 'Maren Solvik',
  organisation: 'Saltwhistle Boatworks',
  street: '4 Slip Lane',
  city: 'Ullvik',
  region: '',
  postalCode: 'V94 T1P0',
  country: 'IE',
  phone: '+353 20 915 0123',
  email: 'maren@saltwhistle.example',
};

/** What Maren holds when the demo begins. */
const marenNames = [
  { name: 'saltwhistle.marine', years: 1, privacy: true, autoRenew: true },
  { name: 'saltwhistle.sail', years: 3, privacy: true, autoRenew: true },
  { name: 'solvik.ie', years: 1, privacy: false, autoRenew: false },
];

/** Where one of them points: a site at a web host, and mail at a mail host whose policy is not complete. */
const sailRecords = [
  { name: '@', type: 'A', ttl: 3600, data: '192.0.2.7' },
  { name: 'www', type: 'CNAME', ttl: 3600, data: '@' },
  { name: '@', type: 'MX', ttl: 3600, data: '10 mx.lakepost.example' },
  { name: '@', type: 'TXT', ttl: 3600, data: 'v=spf1 include:lakepost.example ~all' },
];

/** Makes what the demo begins with, the way a person would: through the HTTP interface. Harmless when repeated. */
export async function loadDemo(url) {
  const signedIn = [];
  for (const { email, password } of demoSignIns) {
    const visitor = await Visitor.open(url);
    if (!(await opened(visitor, email, password))) {
      console.log(`• ${email} has another password or a second step by now: its data stays as it is`);
      continue;
    }
    await (email === marenContact.email ? loadMaren(visitor) : loadStudio(visitor));
    signedIn.push({ visitor, email, password });
  }
  const [owner, helper] = signedIn;
  if (owner && helper) await letHelp(owner, helper);
}

/** Names of hers that are with other registrars, to be moved here: one is let go, one is not, one is locked there. */
export const demoElsewhere = [
  { name: 'boatyard-saltwhistle.org', code: 'k9-Tide!44', registrar: 'harbourgate', what: 'agreed to at once' },
  { name: 'lakeside-saltwhistle.org', code: 'q2-Oar?71', registrar: 'northlight-names', what: 'refused' },
  {
    name: 'varnish-saltwhistle.org',
    code: 'm5-Keel=08',
    registrar: 'penny-quay',
    what: 'locked there',
    statuses: ['clientTransferProhibited'],
  },
];

/** One looks after where the other's names point. */
async function letHelp({ visitor, password }, { visitor: helper, email }) {
  const { mine } = await visitor.expect(200, 'GET', '/api/me/helpers');
  if (mine.some((one) => one.with === email)) return;
  const invitation = { email, scopes: ['see', 'dns'], tells: true, password };
  const { mine: invited } = await visitor.expect(201, 'POST', '/api/me/helpers', invitation);
  const { id } = invited.find((one) => one.with === email);
  await helper.expect(200, 'POST', `/api/me/helpers/${id}/accept`, {});
}

async function loadMaren(visitor) {
  for (const one of demoElsewhere) await putElsewhere(visitor, [one], one.registrar);
  const names = await visitor.expect(200, 'GET', '/api/me/names');
  const missing = marenNames.filter(({ name }) => !names.some((held) => held.name === name));
  if (missing.length === 0) return;
  await untilEnded(visitor, (await orderNames(visitor, missing)).id);
  await visitor.expect(200, 'PUT', '/api/me/names/saltwhistle.sail/zone', { version: 0, records: sailRecords });
}

/** The studio has looked after its names for years; one it registers today, with a card that it keeps and that runs out. */
async function loadStudio(visitor) {
  const { loaded } = await visitor.expect(200, 'POST', '/api/me/demo/studio', {});
  if (!loaded) return;
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const payment = { method: 'card', token: await tokenFor(paymentsUrl, undefined, inTwoMonths()), keep: true };
  const own = [{ name: 'quayquill.studio', autoRenew: true }];
  await untilEnded(visitor, (await orderNames(visitor, own, { payment })).id);
}

/** `MM/YY` of a card that is good for two months more. */
function inTwoMonths() {
  const now = new Date();
  const month = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + 2, 1)).toISOString();
  return `${month.slice(5, 7)}/${month.slice(2, 4)}`;
}

/** Signs in, opening the account first where there is none; false where it was changed since it was opened. */
async function opened(visitor, email, password) {
  const answer = await visitor.send('POST', '/api/session', { email, password });
  if (answer.status === 200) return answer.body.account !== null;
  const { body } = await visitor.send('GET', `/api/demo/inbox?to=${encodeURIComponent(email)}`);
  if (body.length > 0) return false;
  await signUp(visitor, email, password);
  return true;
}

/** Opens an account with the code from the demo inbox, and signs in. */
export async function signUp(visitor, email, password) {
  await visitor.expect(202, 'POST', '/api/accounts', { email, password });
  await visitor.expect(200, 'POST', '/api/accounts/confirm', { email, code: await codeFor(visitor, email) });
}

/** Mails whose code was read before, of each shop. */
const read = new Set();

/** The latest code sent to an address and not read before, waited for in the demo inbox. */
export async function codeFor(visitor, email, timeoutMs = 30_000) {
  for (const end = Date.now() + timeoutMs; Date.now() < end; await pause(50)) {
    // The mailboxes of a busy machine may take their time.
    const { status, body } = await visitor.send('GET', `/api/demo/inbox?to=${encodeURIComponent(email)}`);
    const mail =
      status === 200 && body.find(({ id, subject }) => !read.has(`${visitor.url} ${id}`) && /^\d{6} /.test(subject));
    if (!mail) continue;
    read.add(`${visitor.url} ${mail.id}`);
    return mail.subject.slice(0, 6);
  }
  throw new Error(`No code came for ${email}`);
}

/** A token of the payment provider for a card; the one that succeeds unless another is given. */
export async function tokenFor(paymentsUrl, number = '4539 0000 1111 0006', expiry = '12/49') {
  const response = await fetch(`${paymentsUrl}/v1/tokens`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ number, expiry, cvc: '123' }),
  });
  return (await response.json()).token;
}

/**
 * Quotes and orders names as someone signed in; keeps Maren's contact first where there is none. No promo
 * code is used unless one is given; paid by card unless told otherwise.
 */
export async function orderNames(visitor, wanted, { card, key, use = null, payment, balance } = {}) {
  return placeOrder(visitor, await readyToOrder(visitor, wanted, { card, use, payment, balance }), key);
}

/** Places an order that `readyToOrder` made. */
export function placeOrder(visitor, { quote, order }, key = quote.id) {
  return visitor.expect(201, 'POST', '/api/me/orders', order, { 'Idempotency-Key': key });
}

/**
 * Names that are with another registrar, as they are told to their registries; told again, they are changed.
 *
 * @param names each with its auth code; registered so many days ago, and paid for so many days more
 */
export async function putElsewhere(visitor, names, registrar = 'harbourgate') {
  const extensions = await visitor.expect(200, 'GET', '/api/extensions');
  const port = Number(process.env.TIENDA_REGISTRY_CONTROL_PORT ?? Number(process.env.TIENDA_REGISTRY_PORT ?? 4320) + 9);
  const at = (days) => new Date(Date.now() + days * 86_400_000).toISOString();
  const domains = names.map(({ name, code, statuses = ['ok'], daysOld = 900, daysLeft = 200, nameservers = null }) => ({
    name,
    registry: extensionOf(name, extensions).registry,
    registrant: `HG-${name}`.slice(0, 16),
    contacts: [],
    authCode: code,
    statuses,
    nameservers,
    createdAt: at(-daysOld),
    expiresAt: at(daysLeft),
  }));
  const response = await fetch(`http://127.0.0.1:${port}/names`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ registrar, domains, contacts: [] }),
  });
  if (response.status !== 204) throw new Error(await response.text());
}

/** Another registrar asks for a name, as its customer wishes who has the auth code. @returns the registry's result code */
export async function askFromElsewhere(name, authCode, registrar = 'penny-quay') {
  const response = await fetch(`${registrarsUrl()}/requests/${name}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ authCode, registrar }),
  });
  return (await response.json()).code;
}

/** It does not ask for it any more. */
export async function callOffFromElsewhere(name, registrar = 'penny-quay') {
  const response = await fetch(`${registrarsUrl()}/requests/${name}?registrar=${registrar}`, { method: 'DELETE' });
  return (await response.json()).code;
}

/** What the holder of a name elsewhere does once it is sold: `handOver`, `nothing`, `backOut` or `giveWrongCode`. */
export async function sellerDoes(name, does) {
  const port = Number(process.env.TIENDA_BROKER_PORT ?? Number(process.env.TIENDA_REGISTRY_PORT ?? 4320) + 40);
  await fetch(`http://127.0.0.1:${port}/v1/sellers/${name}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', Authorization: `Bearer ${process.env.TIENDA_BROKER_KEY}` },
    body: JSON.stringify({ does }),
  });
}

/** Where the other registrars are told what to do. */
function registrarsUrl() {
  return `http://127.0.0.1:${Number(process.env.TIENDA_REGISTRY_PORT ?? 4320) + 42}`;
}

/** The extension that a name is directly below. */
function extensionOf(name, extensions) {
  return extensions.find(
    ({ label }) => name.endsWith(`.${label}`) && name.split('.').length === label.split('.').length + 1,
  );
}

/** All that an order needs, up to sending it. */
export async function readyToOrder(visitor, wanted, { card, use = null, payment, balance } = {}) {
  const [known] = await visitor.expect(200, 'GET', '/api/me/contacts');
  const contact = known ?? (await visitor.expect(201, 'POST', '/api/me/contacts', marenContact));
  const items = wanted.map(({ name, action = 'register', years = 1, privacy = true, autoRenew = false }) => ({
    name,
    action,
    years,
    privacy,
    autoRenew,
  }));
  const customer = { country: contact.country, kind: contact.kind === 'person' ? 'person' : 'business', isNew: true };
  const quote = await visitor.expect(200, 'POST', '/api/quotes', { currency: 'USD', items, codes: [], use, customer });
  const extensions = await visitor.expect(200, 'GET', '/api/extensions');
  const registrations = quote.lines.filter(({ action }) => action === 'register' || action === 'transfer');
  const ids = registrations.flatMap(({ name }) => extensionOf(name, extensions).agreements);
  const agreements = [];
  for (const id of new Set(ids.map((agreement) => agreement.id))) {
    const { version } = await visitor.expect(200, 'GET', `/api/agreements/${id}`);
    agreements.push({ id, version });
  }
  const declarations = registrations.flatMap(({ name }) =>
    extensionOf(name, extensions).requirements.map(({ code }) => ({ name, code, evidence: 'made up' })),
  );
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const order = {
    quoteId: quote.id,
    contactId: contact.id,
    agreements,
    declarations,
    payment: payment ?? { method: 'card', token: await tokenFor(paymentsUrl, card) },
    ...(balance === undefined ? {} : { balance }),
  };
  return { quote, order };
}

/** The order once nothing more will happen to it. */
export async function untilEnded(visitor, orderId, patienceMs) {
  const order = () => visitor.expect(200, 'GET', `/api/me/orders/${orderId}`);
  return until(order, ({ ended }) => ended, patienceMs);
}

/**
 * Asks until it is as wanted.
 *
 * @param patienceMs longer than a busy machine takes; less where being quick is what is promised
 * @throws Error with the last answer, where it does not come about
 */
export async function until(ask, isSo, patienceMs = 90_000) {
  let answer = await ask();
  for (const end = Date.now() + patienceMs; !isSo(answer); answer = await ask()) {
    if (Date.now() > end) throw new Error(`It did not come about; at last it was ${inspect(answer, { depth: 4 })}`);
    await pause(100);
  }
  return answer;
}

/** A visitor without a browser: keeps the cookie, sends the session's token. */
export class Visitor {
  #cookies = new Map();
  #csrf = '';
  /** Where it acts for an account that it helps: by which invitation. */
  helps;

  constructor(url) {
    this.url = url;
  }

  static async open(url) {
    const visitor = new Visitor(url);
    await visitor.expect(200, 'GET', '/api/session');
    return visitor;
  }

  async send(method, path, body, headers = {}) {
    const response = await fetch(`${this.url}${path}`, {
      method,
      headers: {
        ...(this.#cookies.size > 0 ? { Cookie: [...this.#cookies.values()].join('; ') } : {}),
        ...(this.#csrf ? { 'X-Tienda-CSRF': this.#csrf } : {}),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...(this.helps === undefined ? {} : { 'X-Tienda-For': this.helps }),
        ...headers,
      },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [pair] = cookie.split(';');
      this.#cookies.set(pair.split('=')[0], pair);
    }
    const text = await response.text();
    const json =
      text === '' ||
      !/json/.test(response.headers.get('Content-Type') ?? '') ||
      /ndjson/.test(response.headers.get('Content-Type'))
        ? text
        : JSON.parse(text);
    if (json?.csrf) this.#csrf = json.csrf;
    return { status: response.status, body: json, headers: response.headers };
  }

  /** What makes a request this visitor's. */
  credentials() {
    return { cookie: [...this.#cookies.values()].join('; '), csrf: this.#csrf };
  }

  async expect(status, method, path, body, headers) {
    const answer = await this.send(method, path, body, headers);
    if (answer.status !== status)
      throw new Error(`${method} ${path} answered ${answer.status}: ${JSON.stringify(answer.body)}`);
    return answer.body;
  }
}
