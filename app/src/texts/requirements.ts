import { texts } from './texts';

/** What an extension asks of its holders, in the reader's language: in the catalogue's own words where it has none of ours. */
export function requirementText(text: string): string {
  return (Object.hasOwn(texts.requirements, text) ? texts.requirements[text] : undefined) ?? text;
}
