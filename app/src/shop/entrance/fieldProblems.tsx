import { ApiProblem } from '../../api/client';
import { Failure } from '../../ui/Empty';

/** What the server says of one field, if anything. */
export function problemOf(fault: unknown, field: string): string | undefined {
  return fault instanceof ApiProblem ? fault.of(field) : undefined;
}

/** A problem that belongs to no field. */
export function GeneralProblem({ fault }: { readonly fault: unknown }) {
  if (!fault || (fault instanceof ApiProblem && fault.errors.length > 0)) return null;
  return <Failure fault={fault} />;
}
