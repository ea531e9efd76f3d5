import { refusals } from '../../platform/http/problem';

/** A registry does not answer in time, and what was not done therefore; of one name. */
export const registrySilent = refusals(503, 'registry-silent', 'The registry did not answer', {
  looked: (name) => `The registry of ${name} does not answer just now. Look again in a while.`,
  calledOff: (name) => `The registry of ${name} does not answer just now. Try again in a while.`,
  newCode: (name) => `The registry of ${name} does not answer just now. Ask for the code again in a while.`,
  offered: (name) => `The registry of ${name} does not answer just now. Nothing was offered; try again in a while.`,
  bought: (name) => `${name} could not be checked just now. Nothing was charged; try again in a moment.`,
  moved: () => 'A name to be moved could not be looked at just now. Nothing was charged; try again in a moment.',
});
