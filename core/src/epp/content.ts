import { EppRefusal } from './command';
import type { Element } from './xml';

/**
 * Holds an element to its content: children of its own namespace, in this order.
 *
 * @param content their names, as `'name period? contact* status+'`
 * @param attributes the attributes it may have
 * @returns the same element
 * @throws EppRefusal 2003 where one is missing, 2001 where one is too much, out of place or of another namespace
 */
export function holding(element: Element, content: string, attributes: readonly string[] = []): Element {
  const strange = Object.keys(element.attributes).find((name) => !attributes.includes(name) && !name.includes(':'));
  if (strange) throw new EppRefusal(2001, `${element.name} has no attribute ${strange}`);
  const parts = content.split(' ').filter(Boolean);
  const names = parts.map((part) => part.replace(/[?*+]$/, ''));
  const alien = element.children.find((inside) => !names.some((name) => isCalled(inside, name, element.namespace)));
  if (alien) throw new EppRefusal(2001, `${alien.name} has no place in ${element.name}`);
  let at = 0;
  for (const [index, part] of parts.entries()) {
    const name = names[index] ?? part;
    const from = at;
    while (isCalled(element.children[at], name, element.namespace)) at += 1;
    const found = at - from;
    if (found === 0 && !/[?*]$/.test(part)) throw new EppRefusal(2003, `${name} is missing`);
    if (found > 1 && !/[*+]$/.test(part)) throw new EppRefusal(2001, `${name} comes twice in ${element.name}`);
  }
  const next = element.children[at];
  if (next) throw new EppRefusal(2001, `${next.name} is out of place in ${element.name}`);
  return element;
}

function isCalled(child: Element | undefined, name: string, namespace: string): boolean {
  return child?.name === name && child.namespace === namespace;
}
