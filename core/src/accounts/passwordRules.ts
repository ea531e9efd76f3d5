/** Length says more about a password than its characters do (NIST SP 800-63B, section 5.1.1.2). */
export const shortestPassword = 12;
/** One rule for passwords, shown while one is typed. */
export interface PasswordRule {
  readonly code: 'long' | 'notAddress' | 'varied';
  readonly met: boolean;
}

/** Which rules a password meets. `email` is the address of the account it is for. */
export function passwordRules(password: string, email: string): PasswordRule[] {
  const local = email.split('@')[0]?.toLowerCase() ?? '';
  return [
    { code: 'long', met: password.length >= shortestPassword },
    { code: 'notAddress', met: password !== '' && (local.length < 4 || !password.toLowerCase().includes(local)) },
    { code: 'varied', met: new Set(password).size >= 5 },
  ];
}
