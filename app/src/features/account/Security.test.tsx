import { fireEvent, screen, waitFor } from '@testing-library/react';
import { member, sessionWith } from '../../../test/member';
import { FakeServer, show } from '../../../test/shop';
import { AccountForms } from '../../shop/entrance/AccountForms';
import { Security } from './Security';

jest.mock('expo-router', () => ({ Link: () => null, router: { navigate: () => undefined } }));

const { email } = member;
const here = { id: 's1', agent: 'Firefox, Linux', since: '', seen: '2026-11-25T09:00:00Z', here: true };
const there = { ...here, id: 's2', agent: 'Safari, iOS', here: false };

async function open(more: object = {}): Promise<FakeServer> {
  const server = new FakeServer();
  server.instead.set('GET /api/session', sessionWith({ account: { ...member, ...more } }));
  server.instead.set('GET /api/me/sessions', { status: 200, body: [here, there] });
  show(<Security email={email} />);
  await screen.findByText('Second step of signing in');
  return server;
}
const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const sent = (server: FakeServer, path: string) => server.asked.filter((asked) => asked.path === path);

test('a new password is checked by its rules as it is typed, and the old one is asked for', async () => {
  const server = await open();
  press('Change the password');
  type('New password', 'password-1234');
  await screen.findByText(/is not among the first that thieves try$/);
  type('Password you have now', 'a slow green boat');
  type('New password', 'three grey herons');
  expect(screen.getByText(/is not among the first that thieves try, met/)).toBeTruthy();
  server.instead.set('POST /api/me/password', { status: 204, body: {} });
  press('Save');
  await screen.findByText(/The password is changed/);
  expect(sent(server, '/api/me/password')).toMatchObject([
    { body: { email, current: 'a slow green boat', password: 'three grey herons' } },
  ]);
});

test('a second step is set up: password, code of the app, recovery codes', async () => {
  const server = await open();
  const setup = { secret: 'JBSWY3DPEHPK3PXP', uri: 'otpauth://totp/Tienda:maren?secret=JBSWY3DPEHPK3PXP' };
  server.instead.set('POST /api/me/two-step', { status: 201, body: setup });
  press('Add a second step');
  type('Password', 'a slow green boat');
  press('Continue');
  expect(await screen.findByLabelText('QR code for an authenticator app')).toBeTruthy();
  expect(screen.getByText('JBSW Y3DP EHPK 3PXP')).toBeTruthy();
  server.instead.set('POST /api/me/two-step/confirm', { status: 200, body: { recoveryCodes: ['abcde-fghjk'] } });
  type('Code from the app', '123456');
  press('Turn it on');
  expect(await screen.findByText('abcde-fghjk')).toBeTruthy();
  server.instead.set('GET /api/session', sessionWith({ account: { ...member, twoStep: true, recoveryCodes: 10 } }));
  press('I have kept them');
  expect(await screen.findByText('On. 10 recovery codes left.')).toBeTruthy();
});

test('a wrong password says so at its field', async () => {
  const server = await open({ twoStep: true, recoveryCodes: 9 });
  const errors = [{ pointer: '/password', code: 'wrongPassword', detail: 'This is not your password: type it again.' }];
  server.instead.set('POST /api/me/two-step/off', { status: 422, body: { type: 'x', detail: 'x', errors } });
  press('Remove the second step');
  type('Password', 'a guess');
  press('Remove the second step');
  expect(await screen.findByText('This is not your password: type it again.')).toBeTruthy();
});

test('the other places are signed out one by one; this one is marked', async () => {
  const server = await open();
  await screen.findByText('Safari, iOS');
  expect(screen.getByText('this browser')).toBeTruthy();
  server.instead.set('DELETE /api/me/sessions/s2', { status: 204, body: {} });
  server.instead.set('GET /api/me/sessions', { status: 200, body: [here] });
  press('Sign out there: Safari, iOS');
  await waitFor(() => expect(screen.queryByText('Safari, iOS')).toBeNull());
});

test('a mail address is changed with two codes', async () => {
  const server = await open();
  press('Change the mail address');
  type('New mail address', 'ilse@quayquill.example');
  type('Password', 'a slow green boat');
  server.instead.set('POST /api/me/mail', { status: 202, body: {} });
  press('Send both codes');
  await screen.findByLabelText(`Code sent to ${email}`);
  type(`Code sent to ${email}`, '111111');
  type('Code sent to ilse@quayquill.example', '222222');
  const changed = { ...member, email: 'ilse@quayquill.example' };
  server.instead.set('POST /api/me/mail/confirm', { status: 200, body: changed });
  press('Save');
  expect(await screen.findByText('Your address is now ilse@quayquill.example.')).toBeTruthy();
});

test('closing says what goes and what stays, and why it cannot be done', async () => {
  const server = await open();
  press('Close the account');
  expect(screen.getByText(/Orders and invoices stay, as tax law wants/)).toBeTruthy();
  const detail = 'One name is held by it: move what it holds away first.';
  server.instead.set('POST /api/me/closing', { status: 409, body: { type: '/problems/account-in-use', detail } });
  type('Password', 'a slow green boat');
  press('Close it for good');
  expect(await screen.findByText(detail)).toBeTruthy();
});

describe('getting in', () => {
  test('after the password a code of the second step is asked for', async () => {
    const server = new FakeServer();
    server.instead.set('GET /api/session', sessionWith({ account: null, secondStep: true }));
    show(<AccountForms first="existing" />);
    type((await screen.findByLabelText('Code')).getAttribute('aria-label') ?? 'Code', 'ABCDE-FGHJK');
    server.instead.set('POST /api/session/second-step', sessionWith({}));
    press('Sign in');
    await waitFor(() =>
      expect(sent(server, '/api/session/second-step')).toMatchObject([{ body: { code: 'abcde-fghjk' } }]),
    );
  });

  test('a forgotten password is set anew with a code, and nobody learns whether there is an account', async () => {
    const server = new FakeServer();
    show(<AccountForms first="existing" />);
    type('Mail address', email);
    press('I have forgotten it');
    server.instead.set('POST /api/accounts/reset', { status: 202, body: {} });
    press('Send me a code');
    expect(await screen.findByText(/^If maren@saltwhistle.example has an account/)).toBeTruthy();
    type('Code from the mail', '123456');
    type('New password', 'three grey herons');
    server.instead.set('POST /api/accounts/reset/confirm', sessionWith({}));
    press('Set it and sign in');
    await waitFor(() => expect(sent(server, '/api/accounts/reset/confirm')).toHaveLength(1));
  });
});
