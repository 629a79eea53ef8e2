import type { FirmwareImage } from "./image";

/** Where a program stands, in the words of its source as far as the file has them. */
export interface ProgramPlace {
  /** Byte address in flash. */
  readonly at: number;
  readonly routine?: string;
  /** Bytes from where the routine begins. */
  readonly into?: number;
  readonly file?: string;
  readonly line?: number;
}

/** The last entry at or before an address. */
function before<Item extends { readonly at: number }>(items: readonly Item[], at: number): Item | undefined {
  let [low, high] = [0, items.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (items[middle]!.at <= at) low = middle + 1;
    else high = middle;
  }
  return items[low - 1];
}

/** A routine's name as it stands in the source: without its types, and what the compiler has made of it. */
function plainName(name: string): string {
  const mangled = /^_ZN?(\d+)/.exec(name);
  if (!mangled) return name.replace(/\.(constprop|isra|part|lto_priv)\.\d+.*$/, "");
  const from = mangled[0].length;
  return name.slice(from, from + Number(mangled[1]));
}

const routines = new WeakMap<FirmwareImage, FirmwareImage["symbols"]>();

/** The routine and the source line an address in flash belongs to. */
export function placeOf(image: FirmwareImage, at: number): ProgramPlace {
  const code = routines.get(image) ?? image.symbols.filter(({ kind }) => kind === "code");
  routines.set(image, code);
  const routine = before(code, at);
  const line = before(image.lines, at);
  const inside = routine && (routine.size === 0 || at < routine.at + routine.size);
  return {
    at,
    ...(inside ? { routine: plainName(routine.name), into: at - routine.at } : {}),
    ...(line ? { file: line.file, line: line.line } : {}),
  };
}
