/** Things that have the same key, in the order in which they came; keys in the order of their first. */
export function grouped<Key, Thing>(things: Iterable<Thing>, keyOf: (thing: Thing) => Key): Map<Key, Thing[]> {
  const groups = new Map<Key, Thing[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const others = groups.get(key);
    if (others) others.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
