/** A holder as they are named: the person, and for whom. */
export function holderText({ name, organisation }: { readonly name: string; readonly organisation?: string }): string {
  return [name, organisation].filter(Boolean).join(', ');
}
