import type { ProblemFacts } from '@tienda/core/text/problemFacts';

/** One thing wrong with one field. `pointer` is a JSON pointer into the body (RFC 6901). */
export interface FieldError {
  readonly pointer: string;
  readonly code: string;
  readonly detail: string;
  readonly facts?: ProblemFacts;
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

export function badField(pointer: string, code: string, detail: string, facts?: ProblemFacts): Problem {
  return badFields([{ pointer, code, detail, ...factsOf({ facts }) }]);
}

/** What a problem is about, where that is known. */
export function factsOf({ facts }: { readonly facts?: ProblemFacts | undefined }): {
  readonly facts?: ProblemFacts;
} {
  return facts ? { facts } : {};
}

/**
 * A type of refusal that has several reasons. `because` tells which in the answer; the name that it is about, if any, is
 * among its facts.
 *
 * @param details what to say, by reason
 */
export function refusals<Because extends string>(
  status: number,
  type: string,
  title: string,
  details: Readonly<Record<Because, (name: string) => string>>,
): (because: Because, name?: string) => Problem {
  return (because, name) => {
    const about = name === undefined ? {} : { facts: { name } satisfies ProblemFacts };
    return new Problem(status, type, title, details[because](name ?? ''), [], { because, ...about });
  };
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
