import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Action } from './Action';
import { Choice } from './Choice';
import { Field } from './Field';
import { IconButton } from './IconButton';
import { Name } from './Name';
import { Notice } from './Notice';
import { PriceTag } from './PriceTag';
import { Text } from './Text';
import { Till, TillLine } from './Till';
import { Toggle } from './Toggle';

test('a switch says its name, its state and what the choice means', () => {
  function Switch() {
    const [on, setOn] = useState(false);
    return <Toggle title="Auto-renew" detail="renews on 24 Nov 2027" value={on} onChange={setOn} />;
  }
  render(<Switch />);
  const control = screen.getByRole('switch', { name: 'Auto-renew' });
  expect(control).toMatchObject({ checked: false });
  const detail = document.getElementById(control.getAttribute('aria-describedby') ?? '');
  expect(detail?.textContent).toBe('renews on 24 Nov 2027');
  fireEvent.click(control);
  expect(control).toMatchObject({ checked: true });
});

test('a switch that cannot be changed does nothing', () => {
  const changed = jest.fn();
  render(<Toggle title="Privacy" detail="not possible" value={false} disabled onChange={changed} />);
  fireEvent.click(screen.getByRole('switch', { name: 'Privacy' }));
  expect(changed).not.toHaveBeenCalled();
});

test('a long list is made when it is about to be opened, or as soon as a form is filled in', () => {
  const many = Array.from({ length: 250 }, (_, i) => ({ value: `v${i}`, title: `Country ${i}` }));
  const shown = () => screen.getByLabelText<HTMLSelectElement>('Country').options.length;
  const { unmount } = render(<Choice label="Country" value="v7" options={many} onChange={jest.fn()} />);
  expect([shown(), screen.getByLabelText<HTMLSelectElement>('Country').value]).toEqual([1, 'v7']);
  fireEvent.pointerDown(screen.getByLabelText('Country'));
  expect(shown()).toBe(250);
  unmount();
  render(
    <>
      <input aria-label="Street" />
      <Choice label="Country" value="v7" options={many} onChange={jest.fn()} autoComplete="country" />
    </>,
  );
  expect(shown()).toBe(1);
  act(() => screen.getByLabelText('Street').focus());
  expect(shown()).toBe(250);
});

test('a field is found by its label, and its mistake is read with it', () => {
  const changed = jest.fn();
  const { rerender } = render(<Field label="Town or city" value="" onChange={changed} hint="where post arrives" />);
  const field = screen.getByLabelText('Town or city');
  expect(field.getAttribute('aria-invalid')).toBe('false');
  fireEvent.change(field, { target: { value: 'Ullvik' } });
  expect(changed).toHaveBeenCalledWith('Ullvik');
  rerender(<Field label="Town or city" value="" onChange={changed} error="The town or city is needed." />);
  expect(screen.getByRole('alert').textContent).toBe('The town or city is needed.');
  expect(field.getAttribute('aria-invalid')).toBe('true');
});

test('a phone’s keyboard begins the words of names and places with capitals, and corrects none of them', () => {
  const nothing = () => undefined;
  render(
    <>
      <Field label="Street" value="" onChange={nothing} autoComplete="street-address" />
      <Field label="Mail address" value="" onChange={nothing} autoComplete="email" />
      <Field label="Message" value="" onChange={nothing} multiline />
      <Field label="Names, each with its code" value="" onChange={nothing} multiline mono />
    </>,
  );
  const typing = (label: string) => {
    const field = screen.getByLabelText(label);
    return [field.getAttribute('autocapitalize'), field.getAttribute('spellcheck')];
  };
  expect(typing('Street')).toEqual(['words', 'false']);
  expect(typing('Mail address')).toEqual(['none', 'false']);
  expect(typing('Message')).toEqual(['sentences', 'true']);
  expect(typing('Names, each with its code')).toEqual(['none', 'false']);
});

test('a choice is one of a list', () => {
  const changed = jest.fn();
  const options = [
    { value: 'IE', title: 'Ireland' },
    { value: 'NO', title: 'Norway' },
  ];
  render(<Choice label="Country" value="IE" options={options} onChange={changed} />);
  fireEvent.change(screen.getByLabelText('Country'), { target: { value: 'NO' } });
  expect(changed).toHaveBeenCalledWith('NO');
});

test('a button that is busy or disabled is not pressed', () => {
  const pressed = jest.fn();
  const { rerender } = render(<Action title="Pay" onPress={pressed} busy />);
  fireEvent.click(screen.getByRole('button', { name: 'Pay' }));
  rerender(<Action title="Pay" onPress={pressed} disabled />);
  fireEvent.click(screen.getByRole('button', { name: 'Pay' }));
  expect(pressed).not.toHaveBeenCalled();
  rerender(<Action title="Pay" onPress={pressed} kind="main" />);
  fireEvent.click(screen.getByRole('button', { name: 'Pay' }));
  expect(pressed).toHaveBeenCalledTimes(1);
});

test('a button with a picture has words for those who listen', () => {
  const pressed = jest.fn();
  render(
    <IconButton label="Remove saltwhistle.org" onPress={pressed} pressed>
      <Text>×</Text>
    </IconButton>,
  );
  const button = screen.getByRole('button', { name: 'Remove saltwhistle.org' });
  expect(button.getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(button);
  expect(pressed).toHaveBeenCalled();
});

test('a problem is read out at once, a notice when there is time', () => {
  render(
    <>
      <Notice kind="problem">The card was declined.</Notice>
      <Notice kind="good">Saved.</Notice>
    </>,
  );
  expect(screen.getByRole('alert').textContent).toBe('The card was declined.');
  expect(screen.getByRole('status').textContent).toBe('Saved.');
});

test('a name is one text, whatever its weight', () => {
  const { container } = render(<Name unicode="saltwhistle.co.uk" />);
  expect(container.textContent).toBe('saltwhistle.co.uk');
});

test('a price tag says what it is the price of', () => {
  const { container } = render(<PriceTag label="first year" amount="$3.18" intro />);
  expect(container.textContent).toBe('first year$3.18');
});

test('a till roll is a group with a name', () => {
  render(
    <Till label="Tally">
      <TillLine words="Today" amount="$43.53" look="total" />
    </Till>,
  );
  expect(screen.getByRole('group', { name: 'Tally' }).textContent).toBe('Today$43.53');
});

test('several till rolls on a page are torn each by itself', () => {
  const { container } = render(
    <>
      <Till label="Before">{null}</Till>
      <Till label="After">{null}</Till>
    </>,
  );
  const torn = Array.from(container.querySelectorAll('pattern'), ({ id }) => id);
  expect(torn).toHaveLength(2);
  expect(new Set(torn).size).toBe(2);
  const filled = Array.from(container.querySelectorAll('rect'), (rect) => rect.getAttribute('fill'));
  expect(filled).toEqual(torn.map((id) => `url(#${id})`));
});

test('headings are headings of their level', () => {
  render(<Text level={2}>What next</Text>);
  expect(screen.getByRole('heading', { level: 2, name: 'What next' })).toBeTruthy();
});
