import type { MoveProblem } from '@tienda/core/transfers/moveIn';

/** What stands in the way of a move, and what to do about it, for those who keep to the interface. */
export function moveProblemText(problem: MoveProblem): string {
  switch (problem.code) {
    case 'free':
      return 'Nobody holds it: register it instead.';
    case 'here':
      return 'It is with Tienda already.';
    case 'tooYoung':
      return `It was registered lately and stays where it is until ${problem.until}.`;
    case 'movedLately':
      return `It moved lately and stays where it is until ${problem.until}.`;
    case 'locked':
      return 'It is locked against transfer: unlock it where it is now.';
    case 'lockedByRegistry':
      return 'Its registry has locked it: ask where it is now why.';
    case 'onHold':
      return 'It is out of service: have that settled where it is now.';
    case 'underWay':
      return 'It is on its way to somebody already.';
    case 'pending':
      return 'Something else about it is being decided: wait for that.';
    case 'inRedemption':
      return 'It ran out: restore it where it is now, or wait until it is free.';
    case 'tenYears':
      return `It is paid for more than nine years ahead and can move from ${problem.until}.`;
    case 'codeNeeded':
      return 'Its auth code is needed: get it where the name is now.';
    case 'wrongCode':
      return 'The auth code does not fit: get a new one where the name is now.';
  }
}

/** Why another code is not tried for a name. */
export const codesTriedText =
  'Many codes that were tried for it today did not fit. Ask where it is now for a new one, and try that tomorrow.';
