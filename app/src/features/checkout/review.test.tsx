import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Contact } from '@tienda/core/contacts/contact';
import { CardProblem, cardToken, type TypedCard } from '../../api/card';
import { FakeServer, show } from '../../../test/shop';
import { CardForm } from './CardForm';
import { Agreements } from './Agreements';
import { PublicView, publicViewWords } from './PublicView';
import { ReadBack } from './ReadBack';

const maren: Contact = Object.assign(new Contact(), {
  kind: 'company',
  name: 'Maren Solvik',
  organisation: 'Saltwhistle Boatworks',
  street: '4 Slip Lane',
  city: 'Ullvik',
  region: '',
  postalCode: 'V94 T1P0',
  country: 'IE',
  phone: '+353209150123',
  email: 'maren@saltwhistle.example',
});

test('a name is read out whole for those who listen, and its look-alikes are named', () => {
  render(<ReadBack unicode="lo1.ie" />);
  expect(screen.getByRole('group', { name: 'Lima Oscar one dot India Echo' })).toBeTruthy();
  expect(screen.getByText('Easily mistaken: l for I or 1, o for 0, 1 for l or I, i for l or 1.')).toBeTruthy();
});

test('a name without look-alikes says so', () => {
  render(<ReadBack unicode="quay.se" />);
  expect(screen.getByText('No letters that are easily mistaken.')).toBeTruthy();
});

test('with privacy the public sees nothing of the holder', () => {
  render(<PublicView holder={maren} privacy policy="included" />);
  expect(screen.getAllByText('hidden')).toHaveLength(3);
  expect(screen.queryByText(/Slip Lane/)).toBeNull();
});

test('without privacy the public sees name, address and mail', () => {
  render(<PublicView holder={maren} privacy={false} policy="included" />);
  expect(screen.getByText('Maren Solvik, Saltwhistle Boatworks')).toBeTruthy();
  expect(screen.getByText(/4 Slip Lane, V94 T1P0, Ullvik/)).toBeTruthy();
  expect(screen.getByText('maren@saltwhistle.example')).toBeTruthy();
});

test.each([
  ['included', true, 'name, address and mail hidden'],
  ['included', false, 'name and address shown to anyone'],
  ['priced', true, 'name, address and mail hidden'],
  ['notAllowed', true, 'name and address shown to anyone'],
  ['hiddenByRegistry', false, 'the registry shows no personal details'],
] as const)('privacy %s, asked for: %s: %s', (policy, privacy, words) => {
  expect(publicViewWords(privacy, policy)).toBe(words);
});

test('terms are read in place and agreed to by one switch', () => {
  new FakeServer();
  const agreed: boolean[] = [];
  const terms = [
    { id: 'a', version: '1', title: 'Lanternhead', text: ['The name is registered.', 'Details are true.'] },
  ];
  show(<Agreements agreements={terms} agreed={false} missing onChange={(value) => agreed.push(value)} />);
  expect(screen.getByRole('alert').textContent).toContain('Agree to the terms');
  expect(screen.queryByText('Details are true.')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Read: Lanternhead' }));
  expect(screen.getByText('Details are true.')).toBeTruthy();
  fireEvent.click(screen.getByRole('switch', { name: 'Terms of 1 registry' }));
  expect(agreed).toEqual([true]);
});

describe('the card', () => {
  function Form({ problem }: { readonly problem?: CardProblem }) {
    const [card, setCard] = useState<TypedCard>({ number: '', expiry: '', cvc: '' });
    return <CardForm card={card} onChange={setCard} problem={problem} />;
  }
  const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const valueOf = (label: string) => (screen.getByLabelText(label) as unknown as { value: string }).value;
  beforeEach(() => {
    new FakeServer();
  });

  test('is written as it stands on the card, however it is typed', () => {
    show(<Form />);
    type('Card number', '4539000011110006');
    expect(valueOf('Card number')).toBe('4539 0000 1111 0006');
    type('Card number', '4539-0000x');
    expect(valueOf('Card number')).toBe('4539 0000');
  });

  test('gets its slash after the month, and loses it when deleted', () => {
    show(<Form />);
    type('Month and year', '12');
    expect(valueOf('Month and year')).toBe('12/');
    type('Month and year', '12/3');
    expect(valueOf('Month and year')).toBe('12/3');
    type('Month and year', '12');
    expect(valueOf('Month and year')).toBe('12');
    type('Month and year', '1230');
    expect(valueOf('Month and year')).toBe('12/30');
  });

  test('says what is wrong at the field', () => {
    show(<Form problem={new CardProblem('expiry', 'The card has expired.')} />);
    const field = screen.getByLabelText('Month and year');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    const note = document.getElementById(field.getAttribute('aria-describedby') ?? '');
    expect(note?.textContent).toBe('The card has expired.');
    expect(screen.getByLabelText('Card number').getAttribute('aria-invalid')).toBe('false');
  });

  const card = { number: '4539 0000 1111 0006', expiry: '12/49', cvc: '123' };
  const answer = (ok: boolean, body: object) => {
    globalThis.fetch = () => Promise.resolve({ ok, json: () => Promise.resolve(body) } as unknown as Response);
  };

  test('becomes a token of the provider', async () => {
    answer(true, { token: 'tok_1' });
    expect(await cardToken('http://provider.example', card)).toBe('tok_1');
  });

  test('that the provider refuses names the field', async () => {
    answer(false, { field: 'number', error: 'The card number has a mistake in it.' });
    await expect(cardToken('http://provider.example', card)).rejects.toMatchObject({
      field: 'number',
      message: 'The card number has a mistake in it.',
    });
  });

  test('charges nothing where the provider cannot be reached', async () => {
    globalThis.fetch = () => Promise.reject(new TypeError('offline'));
    await expect(cardToken('http://provider.example', card)).rejects.toMatchObject({
      field: undefined,
      message: expect.stringContaining('Nothing was charged'),
    });
  });
});
