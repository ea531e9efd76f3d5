import type { ShownAccount } from '@tienda/core/accounts/shownSession';

/** An account as the app knows it. */
export const member: ShownAccount = {
  email: 'maren@saltwhistle.example',
  autoRenew: true,
  marketing: false,
  invoiceFiles: false,
  language: 'en',
  twoStep: false,
  recoveryCodes: 0,
  isNew: true,
  codesUsed: {},
};

/** The answer to `GET /api/session` of somebody who is signed in. @param more what is otherwise */
export function sessionWith(more: object = {}): { readonly status: number; readonly body: object } {
  const now = '2026-11-25T10:00:00Z';
  const body = { csrf: 't', account: member, secondStep: false, now, demo: false, paymentsUrl: '', ...more };
  return { status: 200, body };
}
