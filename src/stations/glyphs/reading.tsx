import Button from "react-bootstrap/Button";
import { cellState, type RigModel } from "@/core/address";
import { glyphFit, readSegments, writeSegments, type PipName } from "@/core/glyph";
import { holdState, useOpenRig, usePickedDigit } from "@/store";

interface ReadingProps {
  readonly model: RigModel;
  readonly glyph: string | undefined;
  readonly segments: readonly PipName[];
  readonly unknown: boolean;
}

/** What the pattern on the bench lights, what it reads as, and how well it stands for its character. */
export function Reading({ model, glyph, segments, unknown }: ReadingProps) {
  const { glyphs } = model.rig;
  const digit = usePickedDigit();
  const loose = useOpenRig((state) => state.loose);
  const reads = readSegments(segments, glyphs);
  const fit = glyph === undefined ? undefined : glyphFit(glyph, glyphs);
  const said =
    reads.length === 0 ? "no character" : reads.map((one) => (one === " " ? "blank" : one)).join(" or ");
  return (
    <div className="glyph-reading">
      <div className="glyph-name">
        {glyph === undefined ? "A pattern of your own" : glyph === " " ? "blank" : `“${glyph}”`}
      </div>
      <dl className="mb-0">
        <dt>Lights</dt>
        <dd className="mono">
          {unknown ? "unknown" : writeSegments(segments).replace("dp", " dp") || "nothing"}
        </dd>
        <dt>Reads as</dt>
        <dd>
          {unknown ? "the register’s contents are unknown: see the findings" : said}
          {segments.includes("dp") && ", with the point"}
        </dd>
        {fit?.note && (
          <>
            <dt>{fit.fit === "stand-in" ? "Stand-in" : "Note"}</dt>
            <dd>{fit.note}</dd>
          </>
        )}
      </dl>
      {!loose && glyph !== undefined && fit?.fit !== "cannot" && (
        <Button
          size="sm"
          variant="plain"
          title="Only to look at: the show and its sketch stay as they are. Press power-up, or change the rig, to return to the show"
          onClick={() => holdState(cellState(model, { glyph, point: false }, digit))}
        >
          Hold it on the face
        </Button>
      )}
    </div>
  );
}
