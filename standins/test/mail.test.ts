import { randomUUID } from 'node:crypto';
import net from 'node:net';

const smtpPort = Number(process.env['TIENDA_SMTP_PORT']);

/** Says its lines one by one, each after the answer to the last; gives all answers. */
async function converse(...said: string[]): Promise<string[]> {
  const socket = net.connect(smtpPort, '127.0.0.1');
  socket.setEncoding('utf8');
  const answers: string[] = [];
  let rest = '';
  for await (const piece of socket as AsyncIterable<string>) {
    rest += piece;
    const complete = /^\d{3} .*\r\n$/m.exec(rest);
    if (!complete) continue;
    answers.push(rest.trim());
    rest = '';
    const next = said.shift();
    if (next === undefined) break;
    socket.write(`${next}\r\n`);
  }
  socket.destroy();
  return answers;
}

async function mailbox(to: string): Promise<{ subject: string; text: string; from: string; to: string }[]> {
  const response = await fetch(`http://127.0.0.1:${smtpPort + 1}/messages?to=${encodeURIComponent(to)}`);
  return JSON.parse(await response.text());
}

const letter = (subject: string, text: string) =>
  `Subject: ${subject}\r\nContent-Type: text/plain; charset=utf-8\r\n\r\n${text}\r\n.`;
const address = () => `${randomUUID()}@saltwhistle.example`;

test('a mail sent by SMTP lies in the mailbox of everyone it was sent to', async () => {
  const [maren, ilse] = [address(), address()];
  const answers = await converse(
    'EHLO tienda.example',
    'MAIL FROM:<hello@tienda.example>',
    `RCPT TO:<${maren.toUpperCase().replace('SALTWHISTLE.EXAMPLE', 'saltwhistle.example')}>`,
    `RCPT TO:<${ilse}>`,
    'DATA',
    letter('A boat', 'It floats.'),
    'QUIT',
  );
  expect(answers.map((answer) => answer.slice(0, 3))).toEqual(['220', '250', '250', '250', '250', '354', '250', '221']);
  for (const to of [maren, ilse])
    expect(await mailbox(to)).toMatchObject([
      { from: 'hello@tienda.example', to, subject: 'A boat', text: 'It floats.\n' },
    ]);
});

test('the latest mail comes first, and nobody else’s', async () => {
  const to = address();
  for (const subject of ['First', 'Second'])
    await converse(
      'EHLO x.example',
      'MAIL FROM:<a@x.example>',
      `RCPT TO:<${to}>`,
      'DATA',
      letter(subject, 'x'),
      'QUIT',
    );
  expect((await mailbox(to)).map(({ subject }) => subject)).toEqual(['Second', 'First']);
  expect(await mailbox(address())).toEqual([]);
});

test('what is not SMTP is refused', async () => {
  const answers = await converse('GET / HTTP/1.1', 'QUIT');
  expect(answers[1]).toMatch(/^4|^5/);
});
