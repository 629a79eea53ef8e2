import Form from "react-bootstrap/Form";
import { glyphFit, splitCells } from "@/core/glyph";
import { LIMITS, type Show } from "@/core/rig";
import { showLength } from "@/core/show";
import { formatQuantity } from "@/core/quantity";
import { editRig, useRig } from "@/store";
import { Choices, CommitField, QuantityField } from "@/ui";

const change = (values: Partial<Show>) => editRig((rig) => ({ ...rig, show: { ...rig.show, ...values } }));

const readList = (text: string) =>
  text === ""
    ? { ok: false as const, message: "one character at least" }
    : { ok: true as const, value: text };

const readPlace = (text: string) =>
  splitCells(text).length === 1
    ? { ok: true as const, value: text }
    : { ok: false as const, message: "one character, with a full stop behind it for its point" };

/** Whole rounds; a name for the endless case. */
const readRounds = (text: string) => {
  if (/^(0|forever|endless)$/i.test(text.trim())) return { ok: true as const, value: 0 };
  const value = Number(text);
  return Number.isInteger(value) && value > 0 && value <= LIMITS.rounds
    ? { ok: true as const, value }
    : { ok: false as const, message: "a whole number, or 0 for ever" };
};

/** What the rig is to show over time. */
export function PlanShow() {
  const { show, glyphs } = useRig();
  const cells = splitCells(show.mode === "hold" ? show.hold : show.list);
  const troubled = [...new Set(cells.map(({ glyph }) => glyph))].filter(
    (glyph) => glyphFit(glyph, glyphs).fit !== "exact",
  );
  const length = showLength(show);
  return (
    <section className="sheet">
      <h2>Show</h2>
      <Choices
        label="What the digit does"
        value={show.mode}
        onChoose={(mode) => change({ mode })}
        options={[
          { value: "count", name: "Runs through a list", cost: "one character after the other" },
          { value: "hold", name: "Holds one", cost: "set once, then left alone" },
        ]}
      />
      <div className="mt-2">
        {show.mode === "hold" ? (
          <CommitField
            label="Character"
            shown={show.hold}
            read={readPlace}
            onCommit={(hold) => change({ hold })}
            mono
            maxLength={4}
            width={110}
          />
        ) : (
          <>
            <CommitField
              label="Characters, in order (a full stop lights the point before it)"
              shown={show.list}
              read={readList}
              onCommit={(list) => change({ list })}
              mono
              maxLength={LIMITS.list}
            />
            <div className="field-row mt-2">
              <QuantityField
                label="Each for"
                unit="s"
                value={show.interval / 1000}
                range={[LIMITS.interval[0] / 1000, LIMITS.interval[1] / 1000]}
                onCommit={(seconds) => change({ interval: Math.max(1, Math.round(seconds * 1000)) })}
                width={92}
              />
              <CommitField
                label="Rounds"
                shown={show.rounds === 0 ? "forever" : String(show.rounds)}
                read={readRounds}
                onCommit={(rounds) => change({ rounds })}
                width={92}
              />
              <div>
                <label className="field-label" htmlFor="show-end">
                  Then it stops and
                </label>
                <Form.Select
                  id="show-end"
                  value={show.end}
                  disabled={show.rounds === 0}
                  onChange={(event) => change({ end: event.target.value as Show["end"] })}
                >
                  <option value="last">keeps the last</option>
                  <option value="blank">goes blank</option>
                </Form.Select>
              </div>
            </div>
          </>
        )}
      </div>
      <p className="small quiet mt-2 mb-0">
        {cells.length} place{cells.length === 1 ? "" : "s"}
        {length !== undefined && `, ${formatQuantity(length / 1000, "s")} in all`}
        {show.mode === "count" && show.rounds === 0 && ", over and over"}
        {troubled.length > 0 && `; see Glyphs for ${troubled.map((glyph) => `“${glyph}”`).join(", ")}`}
      </p>
    </section>
  );
}
