import pg from 'pg';
import { codeFor, marenContact, orderNames, signUp, untilEnded } from '../../scripts/demo.mjs';
import { mailTo, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;
const password = 'a slow green boat';

beforeAll(async () => {
  server = await ServerProcess.start(2);
});
afterAll(() => server.end());

test('mails and papers are written in the language that the account was asked for in, or has chosen since', async () => {
  const email = `${unique('maren')}@saltwhistle.example`;
  const visitor = await server.visitor();
  const spanish = { 'Accept-Language': 'es-MX, en;q=0.5' };
  await visitor.expect(202, 'POST', '/api/accounts', { email, password }, spanish);
  const code = await codeFor(visitor, email);
  await visitor.expect(200, 'POST', '/api/accounts/confirm', { email, code });
  await mailTo(visitor, email, /^\d{6} es su código para Tienda$/);
  const name = `${unique('acc')}.org`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  await mailTo(visitor, email, new RegExp(`^Pedido ${order.number}: ${name} está registrado$`));
  await mailTo(visitor, 'maren@saltwhistle.example', /^Confirme su correo antes del/);
  const paper = await visitor.send('GET', `/api/me/invoices/${order.documents[0].number}`);
  expect(paper.body).toContain('/Lang (es)');

  await visitor.expect(422, 'PATCH', '/api/me/account', { language: 'xx' });
  expect(await visitor.expect(200, 'PATCH', '/api/me/account', { language: 'en' })).toMatchObject({ language: 'en' });
  await visitor.expect(204, 'POST', '/api/me/password', {
    email,
    current: password,
    password: 'a quick red ferry',
  });
  await mailTo(visitor, email, /the password was changed$/);
});

test('a paper is laid out once: the file in the mail is the one that is read ever after', async () => {
  const { visitor, email } = await server.member();
  expect(await visitor.expect(200, 'PATCH', '/api/me/account', { invoiceFiles: true })).toMatchObject({
    invoiceFiles: true,
  });
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('acc')}.org` }])).id);
  const { number } = order.documents[0];
  const mailed = (await mailTo(visitor, email, /^Order .*is registered$/)).attachments[0];
  expect(mailed?.filename).toBe(`invoice-${number}.pdf`);
  const fetched = (kind: string) => visitor.send('GET', `/api/me/${kind}/${number}`);
  const read = async (kind: string): Promise<string> => (await fetched(kind)).body;
  const { body: invoice, headers } = await fetched('invoices');
  expect(headers.get('Content-Length')).toBe(String(mailed?.size));
  const receipts = await Promise.all([read('receipts'), read('receipts'), read('receipts')]);
  expect(new Set(receipts).size).toBe(1);

  const database = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
  await database.connect();
  // What it would be laid out as by now, where the shop's papers look otherwise.
  await database.query(
    `update invoice set invoice = jsonb_set(invoice, '{buyer,name}', '"Somebody Else"') where number = $1`,
    [number],
  );
  const { rows } = await database.query('select kind from paper where number = $1 order by kind', [number]);
  await database.end();
  expect(rows.map(({ kind }) => kind)).toEqual(['invoice', 'receipt']);
  expect(await read('invoices')).toBe(invoice);
  expect(await read('receipts')).toBe(receipts[0]);
});

test('invoices are written out in their mails, and lead to their file; files come along once they are wanted', async () => {
  const { visitor, email } = await server.member();
  expect((await visitor.expect(200, 'GET', '/api/session')).account.invoiceFiles).toBe(false);
  const name = `${unique('acc')}.org`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const [document] = await visitor.expect(200, 'GET', '/api/me/invoices');
  const mail = await mailTo(visitor, email, /^Order .*is registered$/);
  const total = (order.total / 100).toFixed(2);
  const said = [
    `Invoice ${document.number}`,
    'Maren Solvik',
    `${name}, registration, 1 year`,
    'VAT 23 %',
    total,
    `/orders/${order.id}`,
  ];
  for (const words of said) expect(mail.text).toContain(words);
  expect(mail.attachments).toEqual([]);
});

test('marketing mail is off until it is asked for', async () => {
  const { visitor } = await server.member();
  expect((await visitor.expect(200, 'GET', '/api/session')).account.marketing).toBe(false);
  const chosen = await visitor.expect(200, 'PATCH', '/api/me/account', { marketing: true });
  expect(chosen).toMatchObject({ marketing: true, autoRenew: true });
});

test('everything kept is given out, without anything secret', async () => {
  const { visitor, email } = await server.member();
  await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const { body, headers } = await visitor.send('GET', '/api/me/export');
  expect(headers.get('Content-Disposition')).toContain('tienda-account.json');
  expect(body).toMatchObject({ account: { email }, contacts: [{ name: 'Maren Solvik' }], names: [], orders: [] });
  expect(Object.keys(body)).toEqual(expect.arrayContaining(['signedIn', 'holderChecks', 'agreements', 'invoices']));
  expect(JSON.stringify(body)).not.toMatch(/hash|secret/i);
});

test('whom mail is forwarded to is given out, and forgotten with the account', async () => {
  const { visitor } = await server.member();
  const name = `${unique('acc')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const target = `${unique('pia')}@inkandtide.example`;
  const records = [{ name: '@', type: 'MAIL', ttl: 3600, data: `orders ${target}` }];
  await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records });
  const { mailTargets } = await visitor.expect(200, 'GET', '/api/me/export');
  expect(mailTargets).toMatchObject([{ address: target, agreedAt: null, declinedAt: null }]);
  const { text } = await mailTo(visitor, target, /orders@/);
  const [, token = ''] = /token=([\w-]+)/.exec(text) ?? [];
  const key = { 'Idempotency-Key': unique('key') };
  expect((await visitor.expect(200, 'POST', `/api/me/names/${name}/give-back`, {}, key)).done).toBe(true);
  await visitor.expect(204, 'POST', '/api/me/closing', { password });
  await (await server.visitor()).expect(404, 'POST', '/api/mail-targets/look', { token });
});

test('a contact is forgotten; a name that needs it keeps it, and it is exported as long as it is kept', async () => {
  const { visitor } = await server.member();
  const keep = (name: string) => visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, name });
  const exported = async () =>
    (await visitor.expect(200, 'GET', '/api/me/export')).contacts.map((contact: { name: string }) => contact.name);
  const maren = await keep('Maren Solvik');
  const name = `${unique('acc')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const ilse = await keep('Ilse Tamboura');
  for (const { id } of [maren, ilse]) await visitor.expect(204, 'DELETE', `/api/me/contacts/${id}`);
  expect(await visitor.expect(200, 'GET', '/api/me/contacts')).toEqual([]);
  await visitor.expect(404, 'DELETE', `/api/me/contacts/${maren.id}`);
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).holder.name).toBe('Maren Solvik');
  expect(await exported()).toEqual(['Maren Solvik']);
  expect((await keep('Maren Solvik')).id).not.toBe(maren.id);
});

test('an account that holds a name is not closed; one that holds nothing is, and its address is free again', async () => {
  const { visitor, email } = await server.member();
  await visitor.expect(201, 'POST', '/api/me/contacts', marenContact);
  const holder = await server.member();
  await untilEnded(holder.visitor, (await orderNames(holder.visitor, [{ name: `${unique('acc')}.org` }])).id);
  const refused = await holder.visitor.send('POST', '/api/me/closing', { password });
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    'One name is held by it: move what it holds away first.',
  ]);
  expect((await visitor.send('POST', '/api/me/closing', { password: 'a guess' })).status).toBe(422);
  await visitor.expect(204, 'POST', '/api/me/closing', { password });
  await visitor.expect(401, 'GET', '/api/me/names');
  await (await server.visitor()).expect(401, 'POST', '/api/session', { email, password });
  await signUp(await server.visitor(), email, password);
});
