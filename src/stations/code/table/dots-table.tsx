import { useState } from "react";
import Button from "react-bootstrap/Button";
import { bitmapHex } from "@/core/dots";
import { LIMITS } from "@/core/rig";
import { MOST_SIDE, fontOfPictures, picturesIn, type DotLayout } from "@/core/tables";
import { editSign, freeFontId, keepFont, refuse, say, useModel, useRig } from "@/store";
import { PictureFace, SelectField, ViewSwitch, WholeField } from "@/ui";

interface Props {
  readonly bytes: readonly number[];
  /** How they may lie, the likeliest first. */
  readonly layouts: readonly DotLayout[];
  readonly name: string | undefined;
}

/** Pictures that are drawn. */
const MOST_DRAWN = 96;
/** ms a picture is shown for that was taken from a table. */
const USUAL_TIME = 500;

/** Where tables of letters usually begin. */
const FIRST_CHARACTERS = [
  [" ", "the space"],
  ["!", "!"],
  ["0", "0"],
  ["A", "A"],
  ["a", "a"],
  ["\u0001", "code 1"],
] as const;

const USUAL: DotLayout = { width: 8, height: 8, along: "row", first: "high", pages: false, inverted: false };

/** Bytes as pictures or letters of dots: how they lie is guessed, and may be set. */
export function DotsTable({ bytes, layouts, name }: Props) {
  const model = useModel();
  const rig = useRig();
  const [chosen, setChosen] = useState<DotLayout>();
  const layout = chosen ?? layouts[0] ?? USUAL;
  const change = (values: Partial<DotLayout>) => setChosen({ ...layout, ...values });
  const pictures = picturesIn(bytes, layout);
  const [first, setFirst] = useState(" ");
  const colour = model.display.led?.colour ?? "red";
  const take = () => {
    if (!rig.sign) return;
    if (rig.sign.scenes.length >= LIMITS.scenes)
      return refuse(
        "They were not added",
        `A sign has at most ${LIMITS.scenes} scenes: take one out on Frames first.`,
      );
    const frames = pictures
      .slice(0, LIMITS.pictures)
      .map((bitmap) => ({ dots: bitmapHex(bitmap), time: USUAL_TIME }));
    editSign((sign) => ({
      ...sign,
      scenes: [
        ...sign.scenes,
        {
          kind: "pictures",
          name: (name ?? "table").slice(0, LIMITS.name),
          width: layout.width,
          height: layout.height,
          frames,
          repeat: 1,
        },
      ],
    }));
    say({ text: `${frames.length} pictures are the last scene on Frames now.` });
  };
  const takeAsFont = () => {
    const fonts = rig.sign!.fonts;
    if (Object.keys(fonts).length >= LIMITS.fonts)
      return refuse(
        "It was not added",
        `A rig keeps at most ${LIMITS.fonts} fonts: take one out on Frames first.`,
      );
    const id = freeFontId(fonts);
    const font = fontOfPictures(pictures, first.codePointAt(0) ?? 32, { id, name: name ?? "table" });
    if (keepFont(id, font))
      say({
        text: `${font.name} is a font on Frames now: ${font.glyphs.size} characters from “${first}” on.`,
      });
  };
  return (
    <section className="sheet">
      <h2>As dots</h2>
      <div className="field-row">
        {layouts.length > 0 && (
          <SelectField
            label="Layout of the bytes"
            value={layouts.findIndex((one) => JSON.stringify(one) === JSON.stringify(layout))}
            options={[
              ...layouts.map((one, nth) => [nth, saysOf(one)] as const),
              ...(layouts.some((one) => JSON.stringify(one) === JSON.stringify(layout))
                ? []
                : [[-1, "as set below"] as const]),
            ]}
            onChoose={(nth) => nth >= 0 && setChosen(layouts[nth])}
          />
        )}
        <WholeField
          label="Width"
          value={layout.width}
          range={[1, MOST_SIDE]}
          width={84}
          onCommit={(width) => change({ width })}
        />
        <WholeField
          label="Height"
          value={layout.height}
          range={[1, MOST_SIDE]}
          width={84}
          onCommit={(height) => change({ height })}
        />
      </div>
      <div className="row-line mt-2 table-layout">
        <ViewSwitch
          label="One byte holds"
          value={layout.along}
          views={[
            ["row", "Dots of a row"],
            ["column", "Dots of a column"],
          ]}
          onView={(along) => change({ along })}
        />
        <ViewSwitch
          label="The first dot is"
          value={layout.first}
          views={[
            ["high", "highest bit first"],
            ["low", "lowest bit first"],
          ]}
          onView={(first) => change({ first })}
        />
        <label className="row-line small">
          <input
            type="checkbox"
            className="form-check-input"
            checked={layout.inverted}
            onChange={(event) => change({ inverted: event.target.checked })}
          />
          inverted
        </label>
        {layout.along === "column" && layout.height > 8 && (
          <label className="row-line small">
            <input
              type="checkbox"
              className="form-check-input"
              checked={layout.pages}
              onChange={(event) => change({ pages: event.target.checked })}
            />
            eight rows of all columns, then the next eight
          </label>
        )}
      </div>
      <p className="small quiet mt-2 mb-1">
        {pictures.length === 0
          ? "Too few bytes for one picture of that size."
          : `${pictures.length} picture${pictures.length === 1 ? "" : "s"} of ${layout.width} × ${layout.height}`}
      </p>
      <div className="table-pictures">
        {pictures.slice(0, MOST_DRAWN).map((bitmap, at) => (
          <span key={at} className="lens table-picture">
            <PictureFace
              bitmap={bitmap}
              colour={colour}
              height={Math.min(96, layout.height * 6)}
              label={`Picture ${at + 1}`}
            />
          </span>
        ))}
      </div>
      {pictures.length > MOST_DRAWN && <p className="tiny quiet mb-0">The first {MOST_DRAWN} are drawn.</p>}
      {pictures.length > 0 && (
        <div className="row-line align-items-end mt-2">
          {rig.sign ? (
            <>
              <Button size="sm" variant="primary" onClick={take}>
                Take {pictures.length === 1 ? "it" : "them"} into Frames
              </Button>
              <Button size="sm" variant="plain" onClick={takeAsFont}>
                Take {pictures.length === 1 ? "it" : "them"} as a font
              </Button>
              <SelectField
                label="Its first character"
                value={first}
                options={FIRST_CHARACTERS}
                onChoose={setFirst}
              />
            </>
          ) : (
            <span className="small quiet">A rig with a display of dots can take them into Frames.</span>
          )}
        </div>
      )}
    </section>
  );
}

const saysOf = ({ width, height, along, first }: DotLayout): string =>
  `${width} × ${height}, by ${along}s, ${along === "row" ? "left" : "top"} ${first === "high" ? "highest" : "lowest"}`;
