import { fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { CardProblem, cardToken, type TypedCard } from '../../api/card';
import { FakeServer, show } from '../../../test/shop';
import { CardForm } from './CardForm';
import { PaymentChoice } from './PaymentChoice';
import { usePaymentForm, type PreparedPayment } from './usePaymentForm';

describe('ways to pay', () => {
  const prepared: (PreparedPayment | undefined)[] = [];
  beforeEach(() => {
    new FakeServer();
    prepared.length = 0;
  });

  function Form({ due = 2000, balance = 0 }: { readonly due?: number; readonly balance?: number }) {
    const form = usePaymentForm();
    return (
      <>
        <PaymentChoice form={form} due={due} currency="USD" balance={balance} problem={undefined} />
        <button onClick={() => void form.prepare(due, balance).then((made) => prepared.push(made))}>pay</button>
      </>
    );
  }
  const choose = (name: RegExp) => fireEvent.click(screen.getByRole('radio', { name }));
  const pay = async () => {
    const before = prepared.length;
    fireEvent.click(screen.getByText('pay'));
    await waitFor(() => expect(prepared.length).toBeGreaterThan(before));
    return prepared.at(-1);
  };

  test('the card comes first, and is not sent while it is not filled in', async () => {
    show(<Form />);
    expect(screen.getByRole('radio', { name: /^Card/ })).toMatchObject({ checked: true });
    expect(await pay()).toBeUndefined();
    expect(screen.getAllByRole('alert').length).toBeGreaterThan(0);
  });

  test('a phone is asked for its number, a transfer says that nothing is held', async () => {
    show(<Form />);
    choose(/^Phone/);
    fireEvent.change(screen.getByLabelText('Phone that approves'), { target: { value: '+353 20 915 0199' } });
    expect(await pay()).toEqual({ payment: { method: 'mobile', phone: '+353 20 915 0199' } });
    choose(/^Bank transfer/);
    expect(screen.getByText(/No registry holds a name/)).toBeTruthy();
    expect(await pay()).toEqual({ payment: { method: 'transfer' } });
  });

  test('a balance that suffices is a way of its own', async () => {
    show(<Form balance={5000} />);
    choose(/^Account balance, you have \$50.00/);
    expect(await pay()).toEqual({ payment: { method: 'balance' } });
  });

  test('a balance that does not suffice pays first where that is wanted', async () => {
    show(<Form balance={500} />);
    expect(screen.queryByRole('radio', { name: /^Account balance/ })).toBeNull();
    choose(/^Wallet/);
    expect(await pay()).toEqual({ payment: { method: 'wallet' } });
    fireEvent.click(screen.getByRole('switch', { name: 'Use the balance of $5.00 first' }));
    expect(await pay()).toEqual({ payment: { method: 'wallet' }, balance: 500 });
  });

  test('a card kept before pays without being typed; another can be typed, and kept', async () => {
    const server = new FakeServer();
    server.account = { email: 'maren@saltwhistle.example' };
    server.instead.set('GET /api/me/cards', { status: 200, body: [{ id: 'k1', last4: '0006' }] });
    show(<Form />);
    const kept = await screen.findByRole('radio', { name: 'Card ending in 0006' });
    expect(kept).toMatchObject({ checked: true });
    expect(screen.queryByLabelText('Card number')).toBeNull();
    expect(await pay()).toEqual({ payment: { method: 'card', card: 'k1' } });
    choose(/^Another card/);
    expect(screen.getByLabelText('Card number')).toBeTruthy();
    const keep = screen.getByRole('switch', { name: 'Save this card for next time' });
    expect(keep).toMatchObject({ checked: false });
  });

  test('where nothing is due nothing is asked for', async () => {
    show(<Form due={0} />);
    expect(await pay()).toEqual({ payment: { method: 'balance' } });
  });
});

describe('the card', () => {
  function Form({ problem, strict = false }: { readonly problem?: CardProblem; readonly strict?: boolean }) {
    const [card, setCard] = useState<TypedCard>({ number: '', expiry: '', cvc: '' });
    return <CardForm card={card} onChange={setCard} problem={problem} strict={strict} />;
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

  test('is checked as it is typed: at once where more typing cannot mend it, else when it is left', () => {
    show(<Form />);
    const wrong = 'The card number has a mistake in it: compare it with the card.';
    type('Card number', '4539');
    expect(screen.queryByText(wrong)).toBeNull();
    fireEvent.blur(screen.getByLabelText('Card number'));
    expect(screen.getByText(wrong)).toBeTruthy();
    type('Card number', '4539 0000 1111 0006');
    expect(screen.queryByText(wrong)).toBeNull();
    type('Month and year', '13');
    expect(screen.getByText('The card has expired, or its month is not written MM/YY.')).toBeTruthy();
  });

  test('that was not filled in says so everywhere when it is to be paid', () => {
    show(<Form strict />);
    expect(screen.getAllByRole('alert')).toHaveLength(3);
  });

  test('says what is wrong at the field', () => {
    show(<Form problem={new CardProblem('expiry', 'The card has expired.')} />);
    const field = screen.getByLabelText('Month and year');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    const note = document.getElementById(field.getAttribute('aria-describedby') ?? '');
    expect(note?.textContent).toBe('The card has expired.');
    expect(screen.getByLabelText('Security code').getAttribute('aria-invalid')).toBe('false');
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
