import { isDeclared, type Declaration, type NeededDeclaration } from '@tienda/core/contacts/declarations';
import { badFields } from '../../platform/http/problem';

/**
 * @param remedy what to do about one that was not said, or was said without the number that goes with it
 * @throws Problem 422 naming each requirement of extensions that is not met by what was said
 */
export function expectDeclared(
  needed: readonly NeededDeclaration[],
  said: readonly Declaration[],
  remedy: (needsNumber: boolean) => string,
): void {
  const missing = needed.filter((one) => !isDeclared(one, said));
  if (missing.length === 0) return;
  throw badFields(
    missing.map(({ unicode, text, evidence }) => ({
      pointer: '/declarations',
      code: evidence ? 'evidenceNeeded' : 'notDeclared',
      detail: `${unicode}: ${text} ${remedy(evidence)}`,
      facts: { name: unicode, requirement: text },
    })),
  );
}
