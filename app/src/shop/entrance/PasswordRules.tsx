import { lazy, Suspense, type ComponentProps } from 'react';
import { useAlive } from '../../stored/alive';

/** The list of common passwords is fetched once somebody chooses one. */
const RuleList = lazy(async () => ({ default: (await import('./RuleList')).RuleList }));

/** The rules for passwords, each marked once what is typed meets it. */
export function PasswordRules(props: ComponentProps<typeof RuleList>) {
  return useAlive() ? (
    <Suspense>
      <RuleList {...props} />
    </Suspense>
  ) : null;
}
