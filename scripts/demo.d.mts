/** Types of `demo.mjs`, for the tests. */
export interface VisitorAnswer {
  readonly status: number;
  // oxlint-disable-next-line typescript/no-explicit-any -- whatever JSON the server sends
  readonly body: any;
  readonly headers: Headers;
}

export class Visitor {
  readonly url: string;
  /** Where it acts for an account that it helps: by which invitation. */
  helps: string | undefined;
  constructor(url: string);
  static open(url: string): Promise<Visitor>;
  credentials(): { readonly cookie: string; readonly csrf: string };
  send(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<VisitorAnswer>;
  // oxlint-disable-next-line typescript/no-explicit-any -- whatever JSON the server sends
  expect(status: number, method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<any>;
}

export const demoSignIns: readonly { readonly email: string; readonly password: string; readonly who: string }[];
export const marenContact: Readonly<Record<string, string>>;
export function loadDemo(url: string): Promise<void>;
export function codeFor(visitor: Visitor, email: string, timeoutMs?: number): Promise<string>;
export function signUp(visitor: Visitor, email: string, password: string): Promise<void>;
export function tokenFor(paymentsUrl: string, number?: string, expiry?: string): Promise<string>;
export interface WantedName {
  readonly name: string;
  readonly action?: 'register' | 'renew' | 'restore' | 'privacy' | 'transfer';
  readonly years?: number;
  readonly privacy?: boolean;
  readonly autoRenew?: boolean;
}
export interface NameElsewhere {
  readonly name: string;
  readonly code: string;
  readonly statuses?: readonly string[];
  readonly daysOld?: number;
  readonly daysLeft?: number;
  readonly nameservers?: readonly string[] | null;
}
export function askFromElsewhere(name: string, authCode: string, registrar?: string): Promise<number>;
export function sellerDoes(name: string, does: 'handOver' | 'nothing' | 'backOut' | 'giveWrongCode'): Promise<void>;
export function callOffFromElsewhere(name: string, registrar?: string): Promise<number>;
export function putElsewhere(visitor: Visitor, names: readonly NameElsewhere[], registrar?: string): Promise<void>;
export interface OrderOptions {
  readonly card?: string;
  readonly key?: string;
  /** The promo code to use; none where left out. */
  readonly use?: string | null;
  /** Instead of the card. */
  readonly payment?: { readonly method: string; readonly token?: string; readonly phone?: string };
  /** How much the balance pays. */
  readonly balance?: number;
}
export interface ReadyOrder {
  // oxlint-disable-next-line typescript/no-explicit-any -- the quote as the server shows it
  readonly quote: any;
  readonly order: Readonly<Record<string, unknown>>;
}
export function readyToOrder(
  visitor: Visitor,
  wanted: readonly WantedName[],
  options?: OrderOptions,
): Promise<ReadyOrder>;
// oxlint-disable-next-line typescript/no-explicit-any -- the order as the server shows it
export function placeOrder(visitor: Visitor, ready: ReadyOrder, key?: string): Promise<any>;
export function orderNames(
  visitor: Visitor,
  wanted: readonly WantedName[],
  options?: OrderOptions,
  // oxlint-disable-next-line typescript/no-explicit-any -- the order as the server shows it
): Promise<any>;
// oxlint-disable-next-line typescript/no-explicit-any -- the order as the server shows it
export function untilEnded(visitor: Visitor, orderId: string, patienceMs?: number): Promise<any>;
export function until<Answer>(
  ask: () => Promise<Answer>,
  isSo: (answer: Answer) => unknown,
  patienceMs?: number,
): Promise<Answer>;
