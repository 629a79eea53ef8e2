import type { RigModel } from "@/core/address";
import type { GlyphOverride } from "@/core/glyph";
import type { Plan } from "@/core/rig";
import {
  againstRig,
  bytesOnRig,
  fitDigits,
  glyphsOfTable,
  guessLayouts,
  planForTable,
  readTable,
  tableBytes,
  type ByteTable,
  type DigitsFit,
  type DotLayout,
  type ShownByte,
  type TableAgainstRig,
} from "@/core/tables";

/** What a pasted table is, and what it comes to on the rig. */
export type TableSeen =
  | { readonly ok: false; readonly message: string }
  | {
      readonly ok: true;
      readonly table: ByteTable;
      /** Of a table of digits. */
      readonly digits?: {
        readonly fit: DigitsFit;
        /** What each byte shows now; undefined where the rig takes no bytes for its digits. */
        readonly shown: readonly ShownByte[] | undefined;
        readonly against: TableAgainstRig | undefined;
        /** The plan under which it is right, or why there is none. */
        readonly plan: Plan | { readonly problem: string };
        /** The rig's shapes with the table's. */
        readonly glyphs: readonly GlyphOverride[];
      };
      /** Its bytes, and how they may lie as pictures, the likeliest first. */
      readonly bytes: readonly number[];
      readonly layouts: readonly DotLayout[];
    };

/** Entries whose light is worked out. */
const MOST_SHOWN = 128;
/** Layouts that are offered. */
const MOST_LAYOUTS = 6;

/** Reads a table from any source text. */
export function tableSeen(model: RigModel, text: string): TableSeen {
  const read = readTable(text);
  if (!read.ok) return read;
  const { table } = read;
  const fit = fitDigits(table);
  const bytes = tableBytes(table);
  return {
    ok: true,
    table,
    bytes,
    layouts: guessLayouts(bytes, table.rows)
      .slice(0, MOST_LAYOUTS)
      .map(({ layout }) => layout),
    ...(fit
      ? {
          digits: {
            fit,
            shown: bytesOnRig(
              model,
              table.entries.slice(0, MOST_SHOWN).map(({ value }) => value),
            ),
            against: againstRig(model, fit),
            plan: planForTable(model, fit),
            glyphs: glyphsOfTable(model.rig, fit),
          },
        }
      : {}),
  };
}
