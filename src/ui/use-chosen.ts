import { useState } from "react";

/**
 * Which entry of a list is chosen. It stays chosen when it moves, also by undo: the entry is followed, not its place;
 * one that is changed keeps its place.
 */
export function useChosen<Item>(items: readonly Item[]): [at: number, choose: (at: number) => void] {
  const [chosen, setChosen] = useState<{ readonly at: number; readonly among: readonly Item[] | undefined }>({
    at: 0,
    among: items,
  });
  let { at } = chosen;
  if (chosen.among !== items) {
    const was = chosen.among?.[at];
    const moved = was !== undefined && items[at] !== was ? items.indexOf(was) : -1;
    if (moved >= 0) at = moved;
    setChosen({ at, among: items });
  }
  return [
    Math.max(0, Math.min(at, items.length - 1)),
    // What is chosen together with an edit is a place of the list as it is then.
    (to) => setChosen({ at: to, among: undefined }),
  ];
}
