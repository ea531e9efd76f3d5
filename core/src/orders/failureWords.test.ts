import { failureWords } from './failureWords';
import type { Failure } from '../operations/operation';

const usd = (cents: number) => `${cents / 100} USD`;
const asks = { register: 9500, renew: 1200 };

test.each<[Omit<Failure, 'reason'>, RegExp, RegExp]>([
  [{ cause: 'taken' }, /^Someone else/, /^Otra persona/],
  [{ cause: 'price' }, /it was not bought at that\.$/, /no se compró a ese\.$/],
  [
    { cause: 'price', asks },
    /: 95 USD for the first year, then 12 USD a year\./,
    /: 95 USD el primer año, después 12 USD al año\./,
  ],
  [{ cause: 'refused' }, /^The registry did not accept it\.$/, /^El operador no lo aceptó\.$/],
  [{ cause: 'refused', said: 'Reserved' }, /refused it: “Reserved”\.$/, /rechazó: “Reserved”\.$/],
])('why a name was not registered is said in both languages: %j', (failure, english, spanish) => {
  expect(failureWords(failure, 'en', usd)).toMatch(english);
  expect(failureWords(failure, 'es', usd)).toMatch(spanish);
});
