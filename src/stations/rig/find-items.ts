import { pipTitle, type RigModel } from "@/core/address";
import { formatByte, isDot, readSegments, type PipName } from "@/core/glyph";
import type { LegNames } from "@/core/parts";
import { legRef, legTitle, splitPipId, unitValue, type LegRef, type PipId, type Rig } from "@/core/rig";
import type { GlyphRow } from "@/core/sim";
import type { Topic } from "@/core/subject";
import { stationsFor } from "../registry";

/** Something that can be found: what it is, where it is, and what to mark there. */
export interface Item {
  readonly id: string;
  readonly icon: string;
  readonly title: string;
  readonly detail: string;
  readonly topic: Topic;
  readonly legs: readonly LegRef[];
  readonly pip?: PipId;
  readonly words: string;
}

/** Everything of a rig that can be found: stations, segments, units, legs, glyphs with their bytes. */
export function itemsOf(model: RigModel, table: readonly GlyphRow[], legNames: LegNames): Item[] {
  const items: Array<Omit<Item, "words">> = stationsFor(model.rig.plan).map(
    ({ name, title, key, topics }) => ({
      id: `station-${name}`,
      icon: "bi-signpost",
      title,
      detail: `station, key ${key}`,
      topic: topics[0]!,
      legs: [],
    }),
  );
  for (const { pip, ownLeg } of model.addresses) {
    items.push({
      id: `pip-${pip}`,
      icon: "bi-circle-fill",
      title: pipTitle(model, pip).replace(/^./, (first) => first.toUpperCase()),
      detail: `${splitPipId(pip).unit} ${isDot(splitPipId(pip).segment) ? "dot" : "segment"} ${splitPipId(pip).segment}, picks it`,
      topic: "wiring",
      legs: [ownLeg],
      pip,
    });
  }
  for (const unit of model.rig.units) {
    const part = model.part(unit.ref);
    const all = part.legs.map(({ id }) => legRef(unit.ref, id));
    items.push({
      id: `unit-${unit.ref}`,
      icon: "bi-cpu",
      title: unit.ref,
      detail: [part.title, unitValue(unit)].filter(Boolean).join(", "),
      topic: "wiring",
      legs: all,
    });
    if (part.kind === "resistor" || part.kind === "capacitor") continue;
    for (const leg of all) {
      items.push({
        id: `leg-${leg}`,
        icon: "bi-dot",
        title: legTitle(model.rig, leg, legNames),
        detail: "leg",
        topic: "wiring",
        legs: [leg],
      });
    }
  }
  for (const { cell, bytes } of table) {
    items.push({
      id: `glyph-${cell.glyph}`,
      icon: "bi-type",
      title: cell.glyph === " " ? "blank" : `Glyph ${cell.glyph}`,
      detail: bytes.map((byte) => `${formatByte(byte)} · ${byte}`).join(", "),
      topic: "shapes",
      legs: [],
    });
  }
  return items.map((item) => ({ ...item, words: `${item.title} ${item.detail}`.toLowerCase() }));
}

/** A byte that was typed, and what it lights on the wiring. */
interface LitByte {
  readonly value: number;
  readonly segments: readonly PipName[];
}

/** How many of what was found are listed. */
const MOST = 12;

/**
 * The items that hold every word; those with the whole phrase first, then those with most words at a start.
 * @param byte where the words are one byte: it stands before all
 */
export function findItems(
  items: readonly Item[],
  query: string,
  byte?: LitByte,
  glyphs: Rig["glyphs"] = [],
): Item[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return items.slice(0, MOST);
  const starts = (text: string, within: string) => new RegExp(`(^|[\\s,])${escape(text)}`).test(within);
  const rank = (item: Item) =>
    (starts(words.join(" "), item.words) ? words.length + 1 : 0) +
    words.filter((word) => starts(word, item.words)).length;
  const found = items
    .filter((item) => words.every((word) => item.words.includes(word)))
    .map((item) => ({ item, rank: rank(item) }))
    .sort((one, other) => other.rank - one.rank)
    .map(({ item }) => item);
  return [...(byte ? [byteItem(byte, glyphs)] : []), ...found].slice(0, MOST);
}

const escape = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");

function byteItem({ value, segments }: LitByte, glyphs: Rig["glyphs"]): Item {
  const reads = readSegments(segments, glyphs)[0];
  return {
    id: `byte-${value}`,
    icon: "bi-hash",
    title: `Byte ${formatByte(value)}`,
    detail: `${reads === " " ? "blank" : reads ? `reads ${reads}` : "reads as no character"} on this wiring: ${segments.join(" ") || "nothing lit"}`,
    topic: "shapes",
    legs: [],
    words: "",
  };
}
