/** What happens to a card's payments. */
export type CardOutcome = 'succeeds' | 'declines' | 'timesOut' | 'succeedsOnce';

/** Numbers that do not succeed; any other number with a right check digit does. */
const outcomes: Readonly<Record<string, CardOutcome>> = {
  '4539000011110014': 'declines',
  '4539000011110022': 'timesOut',
  '4539000011110030': 'succeedsOnce',
};

export function outcomeOf(number: string): CardOutcome {
  return outcomes[number] ?? 'succeeds';
}

/** Check digit of ISO/IEC 7812-1, annex B. */
export function hasCheckDigit(number: string): boolean {
  const sum = [...number].reverse().reduce((total, digit, index) => {
    const value = Number(digit) * (index % 2 === 1 ? 2 : 1);
    return total + (value > 9 ? value - 9 : value);
  }, 0);
  return /^\d{12,19}$/.test(number) && sum % 10 === 0;
}
