/** Groups items by a key, in the order the keys first appear. */
export function groupBy<Item, Key>(items: readonly Item[], key: (item: Item) => Key): Map<Key, Item[]> {
  const groups = new Map<Key, Item[]>();
  for (const item of items) {
    const group = groups.get(key(item));
    if (group) group.push(item);
    else groups.set(key(item), [item]);
  }
  return groups;
}
