import { fireEvent, screen, waitFor } from '@testing-library/react';
import { brief } from '@tienda/core/catalogue/extension';
import { extensions, FakeServer, lineFor, show } from '../../../test/shop';
import { BasketScreen } from './BasketScreen';

jest.mock('expo-router', () => ({ router: { navigate: jest.fn() }, Link: 'a' }));

async function open(...lines: ReturnType<typeof lineFor>[]) {
  const server = new FakeServer();
  server.lines = lines;
  show(<BasketScreen />);
  await screen.findByText(lines.length === 0 ? 'The basket is empty' : /^Today, USD$/);
  return server;
}

const terms = (server: FakeServer) => server.lines.map(({ name, years }) => `${name} ${years}`);

test('all terms are changed at once; a name not offered so long takes the nearest, and says so', async () => {
  const server = await open(lineFor('saltwhistle.boats'), lineFor('saltwhistle.paris'));
  fireEvent.change(screen.getByLabelText('All names for'), { target: { value: '4' } });
  await screen.findByText('One name is not offered for four years: it takes the nearest term that is.');
  await waitFor(() => expect(terms(server)).toEqual(['saltwhistle.boats 4', 'saltwhistle.paris 2']));
});

test('a list is read back before it goes in, with what is wrong in it', async () => {
  const server = await open();
  fireEvent.click(screen.getByRole('button', { name: 'Import a list' }));
  fireEvent.change(screen.getByLabelText('Names to import'), {
    target: { value: 'name,years\nsaltwhistle.org,3\n-x.org,1\nSALTWHISTLE.org,1\nquay.paris,9' },
  });
  await screen.findByText('2 names can be put in.');
  screen.getByText(/^Line 3, “-x.org”: A name cannot begin or end with a hyphen/);
  screen.getByText('Line 4: saltwhistle.org is listed twice.');
  screen.getByText('Line 5: quay.paris is taken for two years, the nearest term.');
  expect(server.lines).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Put 2 names in the basket' }));
  await waitFor(() => expect(terms(server)).toEqual(['saltwhistle.org 3', 'quay.paris 2']));
  await waitFor(() => expect(screen.queryByLabelText('Names to import')).toBeNull());
});

test('a list pasted before the extensions are known is read once they are; what is typed while it goes in stays', async () => {
  const server = new FakeServer();
  const later = (key: string, body: object) => {
    let answer = () => {};
    server.instead.set(key, { status: 200, body, after: new Promise<void>((resolve) => (answer = resolve)) });
    return () => answer();
  };
  const known = later('GET /api/extensions?brief=1', extensions.map(brief));
  show(<BasketScreen />);
  await screen.findByText('The basket is empty');
  fireEvent.click(screen.getByRole('button', { name: 'Import a list' }));
  const list = screen.getByLabelText<HTMLTextAreaElement>('Names to import');
  fireEvent.change(list, { target: { value: 'saltwhistle.org' } });
  known();
  const put = await screen.findByRole('button', { name: 'Put 1 name in the basket' });
  const done = later('POST /api/basket/lines', { lines: [lineFor('saltwhistle.org')], codes: { typed: [] } });
  fireEvent.click(put);
  await waitFor(() => expect(server.asked.some(({ path }) => path === '/api/basket/lines')).toBe(true));
  fireEvent.change(list, { target: { value: 'saltwhistle.org\nquay.org' } });
  done();
  await screen.findByRole('button', { name: 'Put 2 names in the basket' });
  await waitFor(() => expect(put.getAttribute('aria-busy')).not.toBe('true'));
  expect(screen.getByLabelText<HTMLTextAreaElement>('Names to import').value).toContain('quay.org');
});

test('everything can be removed at once, and brought back', async () => {
  const server = await open(lineFor('saltwhistle.boats', { years: 2 }), lineFor('saltwhistle.org'));
  fireEvent.click(screen.getByRole('button', { name: 'Remove all' }));
  await screen.findByText('2 names removed.');
  await waitFor(() => expect(server.lines).toEqual([]));
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(terms(server)).toEqual(['saltwhistle.boats 2', 'saltwhistle.org 1']));
});

test('what changed since a name was put in is said with old and new, until it was read', async () => {
  const changes = [
    { what: 'status', was: 'available', now: 'premium' },
    { what: 'firstYear', was: 318, now: 1118 },
    { what: 'privacyPolicy', was: 'included', now: 'priced' },
    { what: 'terms', was: [1, 2, 3], now: [1] },
  ] as const;
  const server = await open(lineFor('saltwhistle.boats', { changes }));
  screen.getByText('One name is not as it was when you put it in.');
  screen.getByText(
    'Was available, is premium. The first year was $3.18, is $11.18. Privacy was included, is charged. Terms were 1 to 3 years, are 1 year at a time.',
  );
  fireEvent.click(screen.getByRole('button', { name: 'Dismiss' }));
  await waitFor(() => expect(screen.queryByText(/^Was available/)).toBeNull());
  expect(server.asked.map(({ method, path }) => `${method} ${path}`)).toContain('POST /api/basket/seen');
});

test('a term that is not offered cannot be chosen, and says why', async () => {
  await open(lineFor('saltwhistle.paris'));
  screen.getByText('Offered for 1 to 2 years.');
  expect(screen.getByRole('radio', { name: /^3 years.*not offered as a term$/ })).toMatchObject({ disabled: true });
});

test('names that are many open their choices one by one', async () => {
  await open(...Array.from({ length: 13 }, (_, i) => lineFor(`n${i}.org`)));
  expect(screen.queryByRole('radiogroup', { name: 'Years for n3.org' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Years, privacy, auto-renew: n3.org' }));
  screen.getByRole('radiogroup', { name: 'Years for n3.org' });
});

test('of hundreds of names the first are drawn, the others when asked for; the tally sums them up', async () => {
  await open(...Array.from({ length: 62 }, (_, i) => lineFor(`n${i}.org`)));
  expect(screen.queryByRole('group', { name: 'n61.org' })).toBeNull();
  expect(screen.getByRole('group', { name: 'Tally' }).textContent).toContain('22 names more198.00');
  fireEvent.click(screen.getByRole('button', { name: 'Show all 62' }));
  screen.getByRole('group', { name: 'n61.org' });
});

test('the cheapest term is told for how long a name is kept and how prices rise, and taken when asked for', async () => {
  const server = await open(lineFor('saltwhistle.org'));
  fireEvent.click(screen.getByRole('button', { name: 'Which term?' }));
  await screen.findByText('One year is the cheapest term.', {}, { timeout: 10_000 });
  fireEvent.change(screen.getByLabelText('and prices will rise by'), { target: { value: '0.1' } });
  fireEvent.change(screen.getByLabelText('I will keep it for'), { target: { value: '3' } });
  await screen.findByText('Three years is the cheapest term: it saves $2.79 over that time, for $18.00 more today.');
  fireEvent.click(screen.getByRole('button', { name: 'Take three years' }));
  await waitFor(() => expect(terms(server)).toEqual(['saltwhistle.org 3']));
});
