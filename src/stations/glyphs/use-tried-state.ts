import { useMemo, useState } from "react";
import { byteIn, cellState, digitBytes, withByte, type DriveState, type RigModel } from "@/core/address";
import type { PipName } from "@/core/glyph";
import { pipId, type DigitId } from "@/core/rig";
import { chooseGlyph, pickPip, say, useAtDesk, useOpenRig, usePickedDigit } from "@/store";
import { isDigitNeed } from "./bit-strip";

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

/**
 * The pattern on the bench: a character's, or one tried out by flipping segments, bits and lines or typing a byte; and
 * what it lights through this rig's wires.
 */
export function useTriedState(model: RigModel) {
  const glyph = useOpenRig((state) => state.glyph);
  const digit = usePickedDigit();
  const [tried, setTried] = useState<DriveState>();
  const usual = useMemo(() => cellState(model, { glyph, point: false }, digit), [model, glyph, digit]);
  // What was tried before the wires changed may not be a state of theirs.
  const state = tried?.bytes.length === model.encoding.byteCount ? tried : usual;
  const shown = useAtDesk((desk) => desk.shows(state, digit), [state, digit]) ?? NOTHING_SHOWN;
  return {
    digit,
    /** The character whose pattern it is; undefined for one that was tried. */
    glyph: tried ? undefined : glyph,
    state,
    shown,
    setState: setTried,
    flipBit: (byte: number, bit: number) => setTried(flipBit(state, byte, bit)),
    flipLine: (line: string) => setTried(flipLine(state, line)),
    setByte: (at: number, value: number) =>
      setTried({ ...state, bytes: state.bytes.map((old, place) => (place === at ? value : old)) }),
    flipSegment: (segment: PipName) => {
      if (!digit) return;
      pickPip(pipId(digit.unit, digit.digit, segment));
      const flipped = withSegmentFlipped(model, state, digit, segment);
      if (typeof flipped === "string") say({ text: flipped, tone: "trouble" });
      else setTried(flipped);
    },
    chooseGlyph: (chosen: string) => {
      setTried(undefined);
      chooseGlyph(chosen);
    },
  };
}

/** The state with one segment the other way; or in words why no bit of the code can do that. */
function withSegmentFlipped(
  model: RigModel,
  state: DriveState,
  digit: DigitId,
  segment: PipName,
): DriveState | string {
  const pip = pipId(digit.unit, digit.digit, segment);
  const needs = model.encoding.pips.find((entry) => entry.pip === pip)?.needs ?? [];
  const own = needs.find((need) => !("chip" in need) && "is" in need && !isDigitNeed(model, need));
  if (own && "byte" in own) return flipBit(state, own.byte, own.bit);
  if (own && "line" in own) return flipLine(state, own.line);
  const [first] = needs;
  if (first && "chip" in first) {
    const byte = digitBytes(model.encoding, digit).find(
      ({ chip, address }) => chip === first.chip && address === first.address,
    )!;
    return withByte(state, byte, byteIn(state, byte) ^ (1 << first.bit));
  }
  return first
    ? `Segment ${segment} comes out of a decoder: choose another character or change its code lines.`
    : `No bit of the code reaches segment ${segment}: follow its trail to see where it ends.`;
}
