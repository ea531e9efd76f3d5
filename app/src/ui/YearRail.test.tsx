import { fireEvent, render, screen } from '@testing-library/react';
import { yearRail } from '@tienda/core/pricing/yearRail';
import { YearRail } from './YearRail';

const prices = { register: 1100, intro: 300, renew: 1450, restore: 0, transfer: 1450, fee: 18, privacy: 0 };

function show(years: number, allowedYears = [1, 2, 3, 4, 5]) {
  const chosen: number[] = [];
  render(
    <YearRail
      cells={yearRail(prices, { action: 'register', years, privacy: false })}
      years={years}
      allowedYears={allowedYears}
      intro
      currency="USD"
      name="saltwhistle.boats"
      onChange={(term) => chosen.push(term)}
    />,
  );
  return chosen;
}

test('ten years are offered as one choice, each with its price and when it is paid', () => {
  show(2);
  expect(screen.getByRole('radiogroup', { name: 'Years for saltwhistle.boats' })).toBeTruthy();
  expect(screen.getAllByRole('radio')).toHaveLength(10);
  expect(screen.getByRole('radio', { name: '1 year: year 1 costs $3.18, paid today' })).toBeTruthy();
  expect(screen.getByRole('radio', { name: '2 years: year 2 costs $14.68, paid today' })).toMatchObject({
    checked: true,
  });
  expect(screen.getByRole('radio', { name: '3 years: year 3 costs $14.68, later' })).toBeTruthy();
});

test('tapping cell four makes the term four years', () => {
  const chosen = show(1);
  fireEvent.click(screen.getByRole('radio', { name: /^4 years/ }));
  expect(chosen).toEqual([4]);
});

test('a term that is not offered says so and cannot be chosen', () => {
  const chosen = show(1);
  fireEvent.click(screen.getByRole('radio', { name: /^8 years.*not offered/ }));
  expect(chosen).toEqual([]);
});
