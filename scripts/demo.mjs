/** The people of the demo. Their passwords open made-up accounts on this machine only. */
export const demoSignIns = [
  { email: 'maren@saltwhistle.example', password: 'a slow green boat', who: 'Maren Solvik, Saltwhistle Boatworks' },
  { email: 'ilse@quayquill.example', password: 'two quills, one quay', who: 'Ilse Tamboura, Quay & Quill' },
];

/** Makes what the demo begins with, the way a person would: through the HTTP interface. Harmless when repeated. */
export async function loadDemo(url) {
  for (const { email, password } of demoSignIns) {
    const visitor = await Visitor.open(url);
    const signedIn = await visitor.send('POST', '/api/session', { email, password });
    if (signedIn.status === 200) continue;
    await visitor.expect(202, 'POST', '/api/accounts', { email, password });
    const code = await codeFor(visitor, email);
    await visitor.expect(200, 'POST', '/api/accounts/confirm', { email, code });
  }
}

/** The latest code sent to an address, read in the demo inbox. */
export async function codeFor(visitor, email) {
  const mails = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${encodeURIComponent(email)}`);
  const code = mails.map(({ subject }) => /^\d{6}/.exec(subject)?.[0]).find(Boolean);
  if (!code) throw new Error(`No code came for ${email}`);
  return code;
}

/** A visitor without a browser: keeps the cookie, sends the session's token. */
export class Visitor {
  #cookie = '';
  #csrf = '';

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
        Cookie: this.#cookie,
        'X-Tienda-CSRF': this.#csrf,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const cookie = response.headers.getSetCookie()[0];
    if (cookie) this.#cookie = cookie.split(';')[0];
    const text = await response.text();
    const json = text === '' ? undefined : JSON.parse(text);
    if (json?.csrf) this.#csrf = json.csrf;
    return { status: response.status, body: json, headers: response.headers };
  }

  async expect(status, method, path, body, headers) {
    const answer = await this.send(method, path, body, headers);
    if (answer.status !== status)
      throw new Error(`${method} ${path} answered ${answer.status}: ${JSON.stringify(answer.body)}`);
    return answer.body;
  }
}
