import pino, { type Logger } from 'pino';

/** What is logged of an error: what failed and where, never what a visitor sent. */
interface LoggedError {
  readonly type: string;
  readonly message: string;
  readonly stack?: string;
  /** Of Node.js or PostgreSQL. */
  readonly code?: string;
  readonly cause?: LoggedError;
}

/** As deep as causes are followed. */
const deepest = 4;

/** An error without the values that databases put into theirs. */
export function loggedError(fault: unknown, depth = 0): LoggedError {
  if (!(fault instanceof Error)) return { type: typeof fault, message: String(fault) };
  const { name, stack, cause } = fault;
  // Drizzle writes the statement's parameters into its message, and the message into the stack.
  const message = fault.message.split('\nparams:')[0] ?? '';
  const code = 'code' in fault && typeof fault.code === 'string' ? { code: fault.code } : {};
  return {
    type: name,
    message,
    ...(stack === undefined ? {} : { stack: stack.replace(fault.message, message) }),
    ...code,
    ...(cause === undefined || depth >= deepest ? {} : { cause: loggedError(cause, depth + 1) }),
  };
}

/** Lines of JSON on standard output; errors stand under `err`. */
export function openLog(level: string): Logger {
  return pino({ level, serializers: { err: (fault: unknown) => loggedError(fault) } });
}
