/** True for a UUID; PostgreSQL takes nothing else for an id. */
export function isUuid(text: string): boolean {
  return /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(text);
}
