/**
 * Items by what they have in common, groups and items in the order in which they were met.
 *
 * @param keyOf what an item is told apart by
 */
export function grouped<Item, Key>(items: Iterable<Item>, keyOf: (item: Item, index: number) => Key): Map<Key, Item[]> {
  const groups = new Map<Key, Item[]>();
  let index = 0;
  for (const item of items) {
    const key = keyOf(item, index++);
    const own = groups.get(key);
    if (own) own.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}
