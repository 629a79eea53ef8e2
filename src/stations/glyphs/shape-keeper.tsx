import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { VARIANTS, inOrder, isSegment, writeSegments, type PipName } from "@/core/glyph";
import type { Rig } from "@/core/rig";
import { editRig } from "@/store";

const setShape = (glyph: string, segments: readonly PipName[] | undefined) =>
  editRig((rig: Rig) => ({
    ...rig,
    glyphs: [
      ...rig.glyphs.filter((own) => own.glyph !== glyph),
      ...(segments
        ? [{ glyph, segments: inOrder(segments.filter(isSegment)).filter((segment) => segment !== "dp") }]
        : []),
    ],
  }));

interface KeeperProps {
  readonly start: string;
  readonly segments: readonly PipName[];
  readonly rig: Rig;
  readonly onKept: (glyph: string) => void;
}

/** Gives a character the pattern on the bench as its shape, and offers the usual variants. */
export function ShapeKeeper({ start, segments, rig, onKept }: KeeperProps) {
  const [glyph, setGlyph] = useState(start);
  const one = [...glyph][0];
  const own = rig.glyphs.find((candidate) => candidate.glyph === one);
  return (
    <section className="sheet">
      <h2>Shapes of your own</h2>
      <div className="row-line flex-wrap">
        <span>Use this pattern as the shape of</span>
        <Form.Control
          aria-label="Character to give this shape"
          className="mono"
          style={{ width: 52, textAlign: "center" }}
          value={glyph}
          onChange={(event) => setGlyph([...event.target.value].at(-1) ?? "")}
        />
        <Button
          size="sm"
          variant="plain"
          disabled={!one || one === "."}
          onClick={() => one && (setShape(one, segments), onKept(one))}
        >
          Keep
        </Button>
        {own && one && (
          <Button size="sm" variant="plain" onClick={() => setShape(one, undefined)}>
            Back to the usual shape
          </Button>
        )}
      </div>
      <div className="row-line flex-wrap mt-2">
        {VARIANTS.map(({ glyph: changed, segments: shape, name }) => {
          const active = rig.glyphs.some(
            (candidate) =>
              candidate.glyph === changed && writeSegments(candidate.segments) === writeSegments(shape),
          );
          return (
            <Form.Check
              key={name}
              type="switch"
              id={`variant-${changed}`}
              label={name}
              checked={active}
              onChange={() => setShape(changed, active ? undefined : shape)}
            />
          );
        })}
      </div>
    </section>
  );
}
