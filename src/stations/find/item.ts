import type { LegRef, PipId } from "@/core/rig";
import type { Topic } from "@/core/subject";

/** Where something that was found leads. */
export type Target =
  /** What a station is about, and what is marked there. */
  | {
      readonly to: "subject";
      readonly topic: Topic;
      readonly legs: readonly LegRef[];
      readonly pip?: PipId;
    }
  /** A field or a button of a station: it gets the focus. With an address where its rig is not open. */
  | { readonly to: "place"; readonly place: Place; readonly href?: string }
  /** An address of this application. */
  | { readonly to: "address"; readonly href: string }
  /** Something that is done at once. */
  | { readonly to: "action"; readonly run: () => void }
  /** A word of the glossary. */
  | { readonly to: "word"; readonly title: string };

/** Where on a station a field stands. */
export interface Place {
  readonly station: string;
  /** Buttons to press before it is there, by their names: a view, a dialog. */
  readonly press?: readonly string[];
  /** How the field, button or heading is named; what begins like it counts as well. */
  readonly field: string;
}

/** Something that can be found. */
export interface Item {
  readonly id: string;
  readonly icon: string;
  readonly title: string;
  readonly detail: string;
  /** The rig it belongs to, where none is open: said, and not looked through. */
  readonly of?: string;
  readonly target: Target;
  /** What else it is called. */
  readonly also?: string;
  /** Goes before others that match as well. */
  readonly first?: boolean;
}

/** How many of what was found are listed. */
const MOST = 14;

const plain = (text: string): string =>
  text
    .toLowerCase()
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "");

const escape = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

/** Whether a text holds these words from the start of one of its own. */
const starts = (text: string, within: string): boolean =>
  new RegExp(`(^|[^\\p{L}\\p{N}])${escape(text)}`, "u").test(within);

/** How well an item answers the words; 0 where it does not hold as many of them as are asked for. */
function rankOf({ title, detail, also = "", first }: Item, words: readonly string[], least: number): number {
  const head = plain(title);
  const names = plain(also);
  const all = `${head} ${names} ${plain(detail)}`;
  const held = words.filter((word) => all.includes(word)).length;
  if (held < least) return 0;
  const phrase = words.join(" ");
  const whole = head === phrase ? 60 : new RegExp(`(^|, )${escape(phrase)}(,|$)`).test(names) ? 40 : 0;
  const beginnings = starts(phrase, head) ? 24 : starts(phrase, names) ? 16 : starts(phrase, all) ? 6 : 0;
  const each = words.filter((word) => starts(word, all)).length;
  return 1 + whole + beginnings + each + held * 4 + (first ? 8 : 0);
}

/** Words that tell nothing of what is looked for. */
const SMALL_WORDS = new Set(
  "a an the of on in to is my for and with how do does what where why i it that".split(" "),
);

/**
 * The items that hold every word, the best answer first; where none does, those that hold any of them. Nothing typed: the
 * first of them, as a table of contents.
 */
export function findItems(items: readonly Item[], query: string): readonly Item[] {
  const typed = plain(query).split(/\s+/).filter(Boolean);
  const telling = typed.filter((word) => !SMALL_WORDS.has(word));
  const words = telling.length > 0 ? telling : typed;
  if (words.length === 0) return items.slice(0, MOST);
  const holding = (least: number) =>
    items
      .map((item) => ({ item, rank: rankOf(item, words, least) }))
      .filter(({ rank }) => rank > 0)
      .sort((one, other) => other.rank - one.rank)
      .slice(0, MOST)
      .map(({ item }) => item);
  const all = holding(words.length);
  return all.length > 0 || words.length === 1 ? all : holding(1);
}
