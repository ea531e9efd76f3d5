export const contactKinds = ['person', 'company', 'association', 'publicBody'] as const;

/** Who holds a name: registries treat people and organisations differently. */
export type ContactKind = (typeof contactKinds)[number];

/** True where the holder is not a person, so that an organisation must be named. */
export function isOrganisation(kind: ContactKind): boolean {
  return kind !== 'person';
}
