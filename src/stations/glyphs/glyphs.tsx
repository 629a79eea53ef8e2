"use client";
import "./glyphs.css";
import { useState } from "react";
import { digitBytes, gridOf, positionOf, sentBits } from "@/core/address";
import { formatByte, parseByte, type ByteForm } from "@/core/glyph";
import { splitPipId } from "@/core/rig";
import { useModel, useOpenRig, useRig } from "@/store";
import { CommitField, DigitFace, StationFrame, litSegments, StationLink } from "@/ui";
import { Alphabet } from "./alphabet";
import { BitStrip, LineStrip, ledsOn } from "./bit-strip";
import { MemoryStrip } from "./memory-strip";
import { Reading } from "./reading";
import { ShapeKeeper } from "./shape-keeper";
import { useTriedState } from "./use-tried-state";

/** Glyphs: shapes to bytes and back, through this rig's wires. */
export function GlyphsStation() {
  return gridOf(useModel()) ? <NoGlyphs /> : <Glyphs />;
}

/** A display of dots draws its letters itself. */
function NoGlyphs() {
  const { id } = useRig();
  return (
    <StationFrame title="Glyphs" lead="From shapes to bytes and back, for segment digits.">
      <section className="sheet">
        <p className="mb-2">
          This rig shows dots: its letters are those of a font, and its bytes are frames.
        </p>
        <StationLink className="btn btn-plain" href={`/rig/${id}/frames`}>
          To the frames
        </StationLink>
      </section>
    </StationFrame>
  );
}

/** Shape, bits and bytes of one digit: each can be changed, and the others follow through the wires. */
function Glyphs() {
  const model = useModel();
  const pick = useOpenRig((state) => state.pick);
  const [form, setForm] = useState<ByteForm>("hex");
  const bench = useTriedState(model);
  const { digit, glyph, state, shown } = bench;
  const { bytes } = state;
  const many = model.digits.length > 1 && digit !== undefined;
  const inMemory = digit !== undefined && digitBytes(model.encoding, digit).length > 0;
  return (
    <StationFrame
      title="Glyphs"
      lead="Click a segment or a bit to flip it, or type a byte: both sides follow this rig’s wires."
    >
      <div className="glyphs-grid">
        <div className="glyphs-work">
          <section className="sheet glyph-editor">
            <div className="lens" style={{ padding: "14px 18px" }}>
              <DigitFace
                colour={model.display.led?.colour ?? "red"}
                lights={litSegments(shown.segments, shown.unknown)}
                picked={pick ? splitPipId(pick).segment : undefined}
                onPick={bench.flipSegment}
                verb="Flip"
                letters
                height={216}
                has={digit && ledsOn(model, digit)}
                label="What these bits light"
              />
            </div>
            <Reading
              model={model}
              glyph={glyph}
              segments={shown.segments}
              unknown={shown.unknown.length > 0}
            />
          </section>
          <section className="sheet">
            <div className="spread mb-2">
              <h2 className="sheet-title mb-0">
                {inMemory
                  ? "In the chip’s memory, bit by bit"
                  : bytes.length === 0
                    ? "The lines, segments first"
                    : `${bytes.length === 1 ? "The byte" : `The ${bytes.length} bytes`}, bit by bit as ${bytes.length === 1 ? "it is" : "they are"} sent`}
                {many && `, for digit ${positionOf(model, digit.unit, digit.digit)}`}
              </h2>
              <div className="row-line">
                {bytes.map((byte, at) => (
                  <CommitField
                    key={at}
                    label={bytes.length === 1 ? "Byte: 0x3F, 63, 0b111111" : `Byte ${at + 1}`}
                    shown={formatByte(byte, form)}
                    read={parseByte}
                    onCommit={(value) => bench.setByte(at, value)}
                    width={bytes.length === 1 ? 180 : 110}
                    mono
                    live
                  />
                ))}
              </div>
            </div>
            {inMemory && digit && (
              <MemoryStrip
                model={model}
                state={state}
                form={form}
                pick={pick}
                digit={digit}
                onState={bench.setState}
              />
            )}
            <BitStrip
              model={model}
              bits={sentBits(model)}
              bytes={bytes}
              pick={pick}
              digit={digit}
              onFlip={bench.flipBit}
            />
            <LineStrip
              model={model}
              levels={state.levels}
              pick={pick}
              digit={digit}
              onFlip={bench.flipLine}
            />
          </section>
          <ShapeKeeper
            key={glyph ?? "tried"}
            start={glyph ?? ""}
            segments={shown.segments}
            rig={model.rig}
            onKept={bench.chooseGlyph}
          />
        </div>
        <Alphabet form={form} onForm={setForm} chosen={glyph} onChoose={bench.chooseGlyph} />
      </div>
    </StationFrame>
  );
}
