import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';

/** An XML element with its namespace resolved; prefixes are gone. */
export interface Element {
  readonly namespace: string;
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
}

export class XmlError extends Error {}

/** What fast-xml-parser makes of a node when order is preserved. */
type RawNode = Record<string, unknown>;
const attributesKey = ':@';
const textKey = '#text';

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: true,
});

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  suppressEmptyNode: true,
  processEntities: true,
});

/**
 * Reads a document into its root element (Namespaces in XML 1.0).
 *
 * @throws XmlError where the text is not well formed, has a document type, or uses an undeclared prefix
 */
export function readXml(text: string): Element {
  if (/<!DOCTYPE/i.test(text)) throw new XmlError('A document type is not allowed');
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new XmlError(`Not well-formed XML: ${valid.err.msg} (line ${valid.err.line})`);
  const nodes: RawNode[] = parser.parse(text);
  const root = nodes.find((node) => !tagOf(node).startsWith('?'));
  if (!root) throw new XmlError('There is no root element');
  return toElement(root, { xml: 'http://www.w3.org/XML/1998/namespace' });
}

function tagOf(node: RawNode): string {
  return Object.keys(node).find((key) => key !== attributesKey) ?? '';
}

function isRawNodes(value: unknown): value is RawNode[] {
  return Array.isArray(value);
}

function toElement(node: RawNode, inherited: Readonly<Record<string, string>>): Element {
  const tag = tagOf(node);
  const namespaces = { ...inherited };
  const attributes: Record<string, string> = {};
  for (const [key, value] of Object.entries(node[attributesKey] ?? {})) {
    if (key === 'xmlns') namespaces[''] = String(value);
    else if (key.startsWith('xmlns:')) namespaces[key.slice('xmlns:'.length)] = String(value);
    else attributes[key] = String(value);
  }
  const [prefix, name] = tag.includes(':') ? splitTag(tag) : ['', tag];
  const namespace = namespaces[prefix] ?? '';
  if (prefix !== '' && namespace === '') throw new XmlError(`The prefix ${prefix} is not declared`);
  const content = node[tag];
  const inside = isRawNodes(content) ? content : [];
  const children = inside.filter((child) => tagOf(child) !== textKey).map((child) => toElement(child, namespaces));
  const text = inside
    .filter((child) => tagOf(child) === textKey)
    .map((child) => String(child[textKey]))
    .join('');
  return { namespace, name, attributes, children, text: text.trim() };
}

function splitTag(tag: string): [string, string] {
  const colon = tag.indexOf(':');
  return [tag.slice(0, colon), tag.slice(colon + 1)];
}

/** Something to write: a qualified tag, its attributes, and text or children. */
export type Written = readonly [
  tag: string,
  attributes: Readonly<Record<string, string>>,
  content?: string | readonly (Written | undefined)[],
];

/** The document as text, with its declaration. Text and attribute values are escaped. */
export function writeXml(root: Written): string {
  return `<?xml version="1.0" encoding="UTF-8" standalone="no"?>${builder.build([toRaw(root)])}`;
}

function toRaw([tag, attributes, content = []]: Written): RawNode {
  const inside =
    typeof content === 'string' ? [{ [textKey]: content }] : content.flatMap((child) => (child ? [toRaw(child)] : []));
  return { [tag]: inside, [attributesKey]: attributes };
}

/** The first child of that namespace and name. */
export function child(element: Element | undefined, namespace: string, name: string): Element | undefined {
  return element?.children.find((candidate) => candidate.namespace === namespace && candidate.name === name);
}

export function childrenOf(element: Element | undefined, namespace: string, name: string): Element[] {
  return element?.children.filter((candidate) => candidate.namespace === namespace && candidate.name === name) ?? [];
}

/** The text of that child; undefined where there is no such child. */
export function childText(element: Element | undefined, namespace: string, name: string): string | undefined {
  return child(element, namespace, name)?.text;
}
