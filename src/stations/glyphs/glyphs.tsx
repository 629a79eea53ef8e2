"use client";
import "./glyphs.css";
import Link from "next/link";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import {
  byteIn,
  digitBytes,
  withByte,
  cellState,
  gridOf,
  positionOf,
  sentBits,
  type DriveState,
  type RigModel,
} from "@/core/address";
import {
  VARIANTS,
  formatByte,
  glyphFit,
  inOrder,
  isSegment,
  parseByte,
  readSegments,
  writeSegments,
  type ByteForm,
  type PipName,
} from "@/core/glyph";
import { pipId, splitPipId, type Rig } from "@/core/rig";
import {
  chooseGlyph,
  editRig,
  holdState,
  pickPip,
  say,
  useAtDesk,
  useModel,
  useOpenRig,
  usePickedDigit,
  useRig,
} from "@/store";
import { CommitField, DigitFace, StationFrame, litSegments } from "@/ui";
import { Alphabet } from "./alphabet";
import { BitStrip, LineStrip, isDigitNeed, ledsOn } from "./bit-strip";
import { MemoryStrip } from "./memory-strip";

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

const flipBit = (state: DriveState, byte: number, bit: number): DriveState => ({
  ...state,
  bytes: state.bytes.map((value, at) => (at === byte ? value ^ (1 << bit) : value)),
});

const flipLine = (state: DriveState, line: string): DriveState => ({
  ...state,
  levels: { ...state.levels, [line]: state.levels[line] ? 0 : 1 },
});

/** Before the desk has looked. */
const NOTHING_SHOWN = { segments: [], unknown: [] };

/** Glyphs: shapes to bytes and back, through this rig's wires. */
export function GlyphsStation() {
  return gridOf(useModel()) ? <NoGlyphs /> : <Glyphs />;
}

/** A display of dots draws its letters itself. */
function NoGlyphs() {
  const { id } = useRig();
  return (
    <StationFrame title="Glyphs" lead="Shapes to bytes and back, for digits of segments.">
      <section className="sheet">
        <p className="mb-2">
          This rig shows dots: its letters are those of a font, and its bytes are frames.
        </p>
        <Link className="btn btn-plain" href={`/rig/${id}/frames`}>
          To the frames
        </Link>
      </section>
    </StationFrame>
  );
}

function Glyphs() {
  const model = useModel();
  const glyph = useOpenRig((state) => state.glyph);
  const pick = useOpenRig((state) => state.pick);
  const digit = usePickedDigit();
  const [tried, setTried] = useState<DriveState>();
  const [form, setForm] = useState<ByteForm>("hex");
  const usual = useMemo(() => cellState(model, { glyph, point: false }, digit), [model, glyph, digit]);
  const state = tried?.bytes.length === model.encoding.byteCount ? tried : usual;
  const { bytes } = state;
  const shown = useAtDesk((desk) => desk.shows(state, digit), [state, digit]) ?? NOTHING_SHOWN;
  const bits = sentBits(model);

  const chooseTile = (chosen: string) => {
    setTried(undefined);
    chooseGlyph(chosen);
  };
  const flipSegment = (segment: PipName) => {
    if (!digit) return;
    const pip = pipId(digit.unit, digit.digit, segment);
    pickPip(pip);
    const own = model.encoding.pips.find((entry) => entry.pip === pip)?.needs[0];
    const single = model.encoding.pips
      .find((entry) => entry.pip === pip)
      ?.needs.find((need) => !("chip" in need) && "is" in need && !isDigitNeed(model, need));
    if (single && "byte" in single) setTried(flipBit(state, single.byte, single.bit));
    else if (single && "line" in single) setTried(flipLine(state, single.line));
    else if (own && "chip" in own) {
      const byte = digitBytes(model.encoding, digit).find(
        ({ chip, address }) => chip === own.chip && address === own.address,
      )!;
      setTried(withByte(state, byte, byteIn(state, byte) ^ (1 << own.bit)));
    } else
      say({
        text: own
          ? `Segment ${segment} comes out of a decoder: choose another character or change its code lines.`
          : `No bit of the code reaches segment ${segment}: follow its trail to see where it ends.`,
        tone: "trouble",
      });
  };
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
                onPick={flipSegment}
                verb="Flip"
                letters
                height={216}
                has={digit && ledsOn(model, digit)}
                label="What these bits light"
              />
            </div>
            <Reading
              model={model}
              glyph={tried ? undefined : glyph}
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
                    onCommit={(value) =>
                      setTried({ ...state, bytes: bytes.map((old, place) => (place === at ? value : old)) })
                    }
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
                onState={setTried}
              />
            )}
            <BitStrip
              model={model}
              bits={bits}
              bytes={bytes}
              pick={pick}
              digit={digit}
              onFlip={(byte, bit) => setTried(flipBit(state, byte, bit))}
            />
            <LineStrip
              model={model}
              levels={state.levels}
              pick={pick}
              digit={digit}
              onFlip={(line) => setTried(flipLine(state, line))}
            />
          </section>
          <ShapeKeeper
            key={tried ? "tried" : glyph}
            start={tried ? "" : glyph}
            segments={shown.segments}
            rig={model.rig}
            onKept={chooseTile}
          />
        </div>
        <Alphabet form={form} onForm={setForm} chosen={tried ? undefined : glyph} onChoose={chooseTile} />
      </div>
    </StationFrame>
  );
}

interface ReadingProps {
  readonly model: RigModel;
  readonly glyph: string | undefined;
  readonly segments: readonly PipName[];
  readonly unknown: boolean;
}

function Reading({ model, glyph, segments, unknown }: ReadingProps) {
  const { glyphs } = model.rig;
  const digit = usePickedDigit();
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
          {unknown ? "cannot be told" : writeSegments(segments).replace("dp", " dp") || "nothing"}
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
      {glyph !== undefined && fit?.fit !== "cannot" && (
        <Button
          size="sm"
          variant="plain"
          title="For looking: the show and its sketch stay as they are. Start again, or change the rig, to see the show"
          onClick={() => holdState(cellState(model, { glyph, point: false }, digit))}
        >
          Hold it on the face
        </Button>
      )}
    </div>
  );
}

interface KeeperProps {
  readonly start: string;
  readonly segments: readonly PipName[];
  readonly rig: Rig;
  readonly onKept: (glyph: string) => void;
}

/** Gives a character the pattern on the bench as its shape, and offers the usual variants. */
function ShapeKeeper({ start, segments, rig, onKept }: KeeperProps) {
  const [glyph, setGlyph] = useState(start);
  const one = [...glyph][0];
  const own = rig.glyphs.find((candidate) => candidate.glyph === one);
  return (
    <section className="sheet">
      <h2>Shapes of your own</h2>
      <div className="row-line flex-wrap">
        <span>Keep this pattern as the shape of</span>
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
