import { keepable } from '../text/unkeepable';
import { SaxesParser, type SaxesAttributeNS } from 'saxes';

/** An XML element with its namespace resolved; prefixes are gone. */
export interface Element {
  readonly namespace: string;
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
}

export class XmlError extends Error {}

/** An element still being read. */
interface Growing {
  readonly namespace: string;
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: Element[];
  text: string;
}

/** Levels and elements that no honest document of EPP comes near. */
const deepest = 40;
const most = 20_000;

/**
 * Reads a document into its root element (Namespaces in XML 1.0), in one pass.
 *
 * @throws XmlError where the text is not well formed, has a document type, uses an undeclared prefix, or is far too large
 */
export function readXml(text: string): Element {
  const parser = new SaxesParser({ xmlns: true, position: false });
  const open: Growing[] = [];
  let root: Element | undefined;
  let elements = 0;
  parser.on('error', (fault) => {
    throw new XmlError(`Not well-formed XML: ${fault.message}`);
  });
  parser.on('doctype', () => {
    throw new XmlError('A document type is not allowed');
  });
  parser.on('opentag', ({ uri, local, attributes }) => {
    elements += 1;
    if (open.length >= deepest || elements > most) throw new XmlError('The document has too many elements');
    open.push({ namespace: uri, name: local, attributes: plainAttributes(attributes), children: [], text: '' });
  });
  const addText = (piece: string) => {
    const inside = open.at(-1);
    if (inside) inside.text += piece;
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.on('closetag', () => {
    const closed = open.pop();
    if (!closed) return;
    closed.text = closed.text.trim();
    const parent = open.at(-1);
    if (parent) parent.children.push(closed);
    else root = closed;
  });
  parser.write(text).close();
  if (!root) throw new XmlError('There is no root element');
  return root;
}

/** Most elements have none. */
const noAttributes: Readonly<Record<string, string>> = {};

/** Without the declarations of namespaces. */
function plainAttributes(attributes: Readonly<Record<string, SaxesAttributeNS>>): Readonly<Record<string, string>> {
  let plain: Record<string, string> | undefined;
  for (const name in attributes) {
    if (name === 'xmlns' || name.startsWith('xmlns:')) continue;
    plain ??= {};
    plain[name] = attributes[name]?.value ?? '';
  }
  return plain ?? noAttributes;
}

/** Something to write: a qualified tag, its attributes, and text or children. */
export type Written = readonly [
  tag: string,
  attributes: Readonly<Record<string, string>>,
  content?: string | readonly (Written | undefined)[],
];

/** The document as text, with its declaration. Text and attribute values are escaped (XML 1.0, section 2.4). */
export function writeXml(root: Written): string {
  return `<?xml version="1.0" encoding="UTF-8" standalone="no"?>${written(root)}`;
}

function written([tag, attributes, content = []]: Written): string {
  let opened = tag;
  for (const name of Object.keys(attributes)) opened += ` ${name}="${escaped(attributes[name] ?? '')}"`;
  let inside = '';
  if (typeof content === 'string') inside = escaped(content);
  else for (const child of content) if (child) inside += written(child);
  return inside === '' ? `<${opened}/>` : `<${opened}>${inside}</${tag}>`;
}

/** What would be read as markup, or folded into a space or a line feed. */
const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\r': '&#13;',
};

/** Always well formed: what cannot be written becomes U+FFFD, so that nothing that was kept once stops a document. */
function escaped(text: string): string {
  const written = keepable(text);
  return /[&<>"\r]/.test(written)
    ? written.replace(/[&<>"\r]/g, (character) => entities[character] ?? character)
    : written;
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
