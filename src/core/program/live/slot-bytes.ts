import { heldPips, type RigModel } from "../../address";
import { digitKey, type DigitKey, type PipId } from "../../rig";
import { slotStates } from "../states";
import { storedState } from "../stored";
import type { SlotState } from "../types";

/** States kept by their bytes: a text that runs shows others without end. */
const MOST_STATES = 4000;

/** A face as the bytes that are put out, slot after slot, and which of their bits LEDs turn around. */
export interface SlotBytes {
  /** Bytes of one slot. */
  readonly size: number;
  /** Everything dark. */
  readonly dark: readonly number[];
  /** The slot in which a digit, or a row, has its turn. */
  slotOf(digit: DigitKey): number;
  /** Bits of the face that turn around when these LEDs are lit in a slot. */
  turned(pips: Iterable<PipId>, slot: number): number[];
  stateOf(slot: number, bytes: readonly number[]): SlotState;
}

export function slotBytes(model: RigModel, direct: readonly string[]): SlotBytes {
  const { slots } = model;
  const states = slotStates(model, direct);
  const held = heldPips(model);
  const places = new Map(slots.flatMap((ids, slot) => ids.map((id) => [digitKey(id), slot] as const)));
  const facing = (pips: readonly PipId[], slot: number | undefined): SlotState[] =>
    states(slots.map((_, at) => new Set(at === slot ? [...held, ...pips] : held)));
  const darkStates = facing([], undefined);
  // Where nothing at all is driven a face still has a byte.
  const driven = darkStates.flatMap(storedState);
  const dark = driven.length > 0 ? driven : [0];
  const interned = new Map<string, SlotState>();
  return {
    size: Math.max(1, storedState(darkStates[0]!).length),
    dark,
    slotOf: (digit) => places.get(digit) ?? 0,
    turned(pips, slot) {
      const known = [...pips].filter((pip) => model.address(pip) !== undefined);
      return facing(known, slot)
        .flatMap(storedState)
        .map((byte, at) => byte ^ dark[at]!);
    },
    stateOf(slot, bytes) {
      const key = `${slot} ${bytes.join()}`;
      const found = interned.get(key) ?? stateOfBytes(darkStates[slot]!, bytes);
      if (interned.size >= MOST_STATES) interned.clear();
      interned.set(key, found);
      return found;
    },
  };
}

/** Bits that LEDs of no digit turn around, whichever slot is put out: those of a lamp. */
export function lampBits(bytes: SlotBytes, pips: readonly PipId[], slots: number): PlacedBits[] {
  return Array.from({ length: slots }, (_, slot) =>
    bytes.turned(pips, slot).flatMap((mask, at) => (mask === 0 ? [] : [{ at, mask }])),
  ).flat();
}

/** Bits of one byte of a face. */
export interface PlacedBits {
  readonly at: number;
  readonly mask: number;
}

/** A slot's state from its bytes: those of the chain, the lines, and what is written to chips, as they are stored. */
function stateOfBytes(dark: SlotState, bytes: readonly number[]): SlotState {
  const lines = Math.ceil(dark.levels.length / 8);
  const levels = dark.levels.map(
    (_, at) => ((bytes[dark.bytes.length + (at >> 3)]! >> (at & 7)) & 1) as 0 | 1,
  );
  let at = dark.bytes.length + lines;
  const writes = dark.writes?.map((write) => {
    if (write.bus !== 0) return write;
    const length = bytes[at]!;
    const sent = bytes.slice(at + 1, at + 1 + length);
    at += 1 + length;
    return { ...write, write: { ...write.write, bytes: sent } };
  });
  return {
    slot: dark.slot,
    bytes: bytes.slice(0, dark.bytes.length),
    levels,
    ...(dark.ring ? { ring: dark.ring } : {}),
    ...(writes ? { writes } : {}),
  };
}
