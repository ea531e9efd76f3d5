import { fireEvent, render, screen } from '@testing-library/react';
import { Contact } from '@tienda/core/contacts/contact';
import { FakeServer, show } from '../../../test/shop';
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
