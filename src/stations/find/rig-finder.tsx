import { useMemo, useState } from "react";
import { parseByte } from "@/core/glyph";
import type { GlyphRow } from "@/core/sim";
import { useAtDesk, useFindings, useModel, usePickedDigit, usePreferences } from "@/store";
import { useEverywhere } from "./everywhere";
import { FinderDialog } from "./finder";
import type { Item } from "./item";
import { byteItem, partItems, stationItems } from "./rig-items";

const NO_ROWS: readonly GlyphRow[] = [];

interface Props {
  /** What can be done at once on the open rig. */
  readonly actions: readonly Item[];
  readonly onClose: () => void;
  readonly onGo: (item: Item) => void;
}

/** Finds anything of the open rig, and whatever can be found from every page. */
export function RigFinder({ actions, onClose, onGo }: Props) {
  const model = useModel();
  const digit = usePickedDigit();
  const table = useAtDesk((desk) => desk.alphabet(digit), [digit]) ?? NO_ROWS;
  const legNames = usePreferences((state) => state.legNames);
  const { findings } = useFindings();
  const everywhere = useEverywhere();
  const [query, setQuery] = useState("");
  const items = useMemo(
    () => [...stationItems(model, findings), ...actions, ...everywhere, ...partItems(model, table, legNames)],
    [model, findings, actions, everywhere, table, legNames],
  );
  const byte = model.encoding.byteCount === 1 ? parseByte(query) : undefined;
  const value = byte?.ok ? byte.value : undefined;
  const lit = useAtDesk(
    async (desk) =>
      value === undefined ? undefined : { value, segments: (await desk.shows([value])).segments },
    [value],
  );
  const before = useMemo(
    () => (lit && lit.value === value ? byteItem(lit.value, lit.segments, model.rig.glyphs) : undefined),
    [lit, value, model],
  );
  return (
    <FinderDialog
      items={items}
      query={query}
      onQuery={setQuery}
      before={before}
      onClose={onClose}
      onGo={onGo}
    />
  );
}
