/** One thing wrong with one field. `pointer` is a JSON pointer into the body (RFC 6901). */
export interface FieldError {
  readonly pointer: string;
  readonly code: string;
  readonly detail: string;
}

/** An answer that says no, as RFC 9457 problem details. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    /** Ends the problem's `type`: `/problems/<name>`. */
    readonly type: string,
    readonly title: string,
    readonly detail: string,
    readonly errors: readonly FieldError[] = [],
    /** Further members of the problem details (RFC 9457, section 3.2). */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(`${type}: ${detail}`);
  }

  get body(): object {
    const { status, type, title, detail, errors, more } = this;
    return { type: `/problems/${type}`, title, status, detail, ...(errors.length > 0 ? { errors } : {}), ...more };
  }
}

export function badFields(errors: readonly FieldError[]): Problem {
  const detail = errors.map((error) => error.detail).join(' ');
  return new Problem(422, 'bad-fields', 'Some fields need another look', detail, errors);
}

export function badField(pointer: string, code: string, detail: string): Problem {
  return badFields([{ pointer, code, detail }]);
}

export function notFound(what: string): Problem {
  return new Problem(404, 'not-found', 'Not found', `There is no such ${what} here.`);
}

export function signInNeeded(): Problem {
  return new Problem(401, 'sign-in-needed', 'Sign in first', 'This needs an account: sign in or make one.');
}

export function notAllowed(): Problem {
  return new Problem(403, 'not-allowed', 'Not allowed', 'The holder of the account has not given leave for this.');
}
