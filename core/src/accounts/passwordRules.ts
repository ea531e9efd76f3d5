import common from './data/commonPasswords.json';

/** Length says more about a password than its characters do (NIST SP 800-63B, section 5.1.1.2). */
export const shortestPassword = 12;

/** One rule for passwords, shown while one is typed. */
export interface PasswordRule {
  readonly code: 'long' | 'notAddress' | 'varied' | 'notCommon';
  readonly met: boolean;
}

/** Passwords of lists of stolen ones that are long enough to be tried here, and the words others are made of. */
const whole = new Set(common.whole);
const bases = new Set(common.bases);

/** Which rules a password meets. `email` is the address of the account it is for. */
export function passwordRules(password: string, email: string): PasswordRule[] {
  const local = email.split('@')[0]?.toLowerCase() ?? '';
  return [
    { code: 'long', met: password.length >= shortestPassword },
    { code: 'notAddress', met: password !== '' && (local.length < 4 || !password.toLowerCase().includes(local)) },
    { code: 'varied', met: new Set(password).size >= 5 },
    { code: 'notCommon', met: password !== '' && !isCommon(password) },
  ];
}

/**
 * True for a password that thieves try first (NIST SP 800-63B, section 5.1.1.2): one of a shipped list, or a word of
 * it, also several times over, with nothing but digits and signs around.
 */
function isCommon(password: string): boolean {
  const lower = password.toLowerCase();
  if (whole.has(lower)) return true;
  const word = lower.replace(/^[^a-z]+|[^a-z]+$/g, '');
  if (bases.has(word) || whole.has(word)) return true;
  const parts = word.split(/[^a-z]+/).filter(Boolean);
  return parts.length > 0 && parts.every((part) => bases.has(unrepeated(part)));
}

/** `anchoranchor` is `anchor`. */
function unrepeated(text: string): string {
  return /^(.+?)\1*$/.exec(text)?.[1] ?? text;
}
