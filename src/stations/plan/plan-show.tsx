import { glyphFit, splitCells } from "@/core/glyph";
import { LIMITS, oneByOne, type Show } from "@/core/rig";
import { marksOf, showCells, showLength } from "@/core/show";
import { formatQuantity } from "@/core/quantity";
import { editRig, useModel, useRig } from "@/store";
import { SelectField, Choices, CommitField, QuantityField, fetched } from "@/ui";
import { readTexts } from "./read-texts";
import { RoundsField } from "./rounds";

const Reacts = fetched("What it does", () => import("./reacts").then((module) => module.Reacts));

const change = (values: Partial<Show>) => editRig((rig) => ({ ...rig, show: { ...rig.show, ...values } }));

const readList = (text: string) =>
  text === ""
    ? { ok: false as const, message: "one character at least" }
    : { ok: true as const, value: oneByOne(text) };

/** What the rig is to show over time. */
export function PlanShow() {
  const { live } = useRig();
  return live ? <Reacts live={live} /> : <ListedShow />;
}

/** Texts that were typed beforehand, one after the other or one for good. */
function ListedShow() {
  const { rig, digits } = useModel();
  const { show, glyphs } = rig;
  const single = digits.length === 1;
  const marks = marksOf(rig);
  const troubled = [...new Set(showCells(rig).map(({ glyph }) => glyph))].filter(
    (glyph) => glyphFit(glyph, glyphs).fit !== "exact",
  );
  const length = showLength(show);
  const count = show.mode === "hold" ? 1 : show.texts.length;
  return (
    <section className="sheet">
      <h2>Show</h2>
      <Choices
        label={single ? "What the digit does" : "What the display does"}
        value={show.mode}
        onChoose={(mode) => change({ mode })}
        options={[
          { value: "count", name: "A list", cost: "one after another, each for the same time" },
          { value: "hold", name: "One only", cost: "set once, then left alone" },
        ]}
      />
      <div className="mt-2">
        {show.mode === "hold" ? <HeldText /> : <TextList />}
        {!single && <ShortTexts />}
      </div>
      <p className="small quiet mt-2 mb-0">
        {count} {single ? "place" : "text"}
        {count === 1 ? "" : "s"}
        {length !== undefined && `, ${formatQuantity(length / 1000, "s")} in all`}
        {show.mode === "count" && show.rounds === 0 && ", over and over"}
        {troubled.length > 0 && `; see Glyphs for ${troubled.map((glyph) => `“${glyph}”`).join(", ")}`}
        {marks.includes("colon") && "; a : behind a digit lights the colon"}
        {marks.includes("degree") && "; a ° behind a digit lights the degree mark"}
      </p>
    </section>
  );
}

/** The one text that is held. */
function HeldText() {
  const { rig, digits } = useModel();
  const single = digits.length === 1;
  const readHold = (text: string) => {
    const count = splitCells(text, marksOf(rig)).length;
    return count >= 1 && count <= digits.length
      ? { ok: true as const, value: text }
      : {
          ok: false as const,
          message: single
            ? "one character, with a full stop behind it for its point"
            : `1 to ${digits.length} characters; points do not count`,
        };
  };
  return (
    <CommitField
      label={single ? "Character" : "Text"}
      shown={rig.show.hold}
      read={readHold}
      onCommit={(hold) => change({ hold })}
      mono
      maxLength={LIMITS.text}
      width={140}
    />
  );
}

/** What is run through: texts in order, how long each stays, how often, and what is left at the end. */
function TextList() {
  const { rig, digits } = useModel();
  const { show } = rig;
  const single = digits.length === 1;
  return (
    <>
      {single ? (
        <CommitField
          label="Characters, in order (a full stop lights the point before it)"
          shown={show.texts.join("")}
          read={readList}
          onCommit={(texts) => change({ texts })}
          mono
          maxLength={LIMITS.texts}
        />
      ) : (
        <CommitField
          label={
            marksOf(rig).includes("lamp")
              ? "Texts, one a line (. lights the point before it, * its lamp)"
              : "Texts, one a line (a full stop lights the point before it)"
          }
          shown={show.texts.join("\n")}
          read={readTexts}
          onCommit={(texts) => change({ texts })}
          rows={Math.min(6, Math.max(3, show.texts.length))}
          mono
        />
      )}
      <div className="field-row mt-2">
        <QuantityField
          label="Time each"
          unit="s"
          value={show.interval / 1000}
          range={[LIMITS.interval[0] / 1000, LIMITS.interval[1] / 1000]}
          onCommit={(seconds) => change({ interval: Math.max(1, Math.round(seconds * 1000)) })}
          width={92}
        />
        <RoundsField width={92} />
        <SelectField<Show["end"]>
          label="At the end"
          value={show.end}
          disabled={show.rounds === 0}
          options={[
            ["last", "keep the last one lit"],
            ["blank", "go dark"],
          ]}
          onChoose={(end) => change({ end })}
        />
      </div>
    </>
  );
}

/** How texts shorter than the display stand on it. */
function ShortTexts() {
  const { show } = useModel().rig;
  return (
    <div className="field-row mt-2">
      <SelectField<Show["align"]>
        label="Alignment of short texts"
        value={show.align}
        options={[
          ["right", "right"],
          ["left", "left"],
        ]}
        onChoose={(align) => change({ align })}
      />
      <SelectField<Show["leadingZeros"]>
        label="Leading zeros"
        value={show.leadingZeros}
        options={[
          ["show", "shown"],
          ["blank", "dark"],
        ]}
        onChoose={(leadingZeros) => change({ leadingZeros })}
      />
    </div>
  );
}
