import type { RigModel } from "../address";
import { ObservedLoads, type Audit } from "../audit";
import type { Level } from "../level";
import { watchTape, type FaceStretch, type Played, type SeenFace } from "../sim";
import type { Nanoseconds } from "../quantity";
import type { TapeItem, UnitRef } from "../rig";
import type { LevelEdge } from "../trace";
import type { FirmwareImage } from "./image";
import { FirmwareRig, type FirmwareSettings } from "./rig";
import { scanOf, type ScanFound } from "./scan-found";
import { stretchesOf } from "./stretches";
import { ramUse, type RamUse } from "./stack";

/** Edges that are kept: some 100 MB. */
const MOST_EDGES = 2_000_000;
/** How often outputs are looked at, in ns. */
const LOOKS: Nanoseconds = 10e6;

/** What an interrupt of the program took. */
export interface InterruptShare {
  readonly name: string;
  readonly count: number;
  /** Of the whole time. */
  readonly share: number;
  /** ns. */
  readonly longest: Nanoseconds;
}

/** What a compiled program costs, as it was measured. */
export interface FirmwareCost {
  /** Bytes in flash. */
  readonly flash: number;
  readonly ram: RamUse;
  readonly interrupts: readonly InterruptShare[];
  readonly resets: number;
}

/** What came of a run. */
export interface Recorded {
  readonly stretches: readonly FaceStretch[];
  /** What stood on the lines, chips that answer included. */
  readonly edges: readonly LevelEdge[];
  /** More edges than are kept. */
  readonly edgesCut: boolean;
  readonly sent: string;
  /** What it switched, from change to change. */
  readonly outputs: ReadonlyArray<{
    readonly at: Nanoseconds;
    readonly on: Readonly<Record<UnitRef, boolean>>;
  }>;
  readonly scan: ScanFound | undefined;
  readonly cost: FirmwareCost;
  readonly audit: Audit;
  /** What the tape expected, and what was there. */
  readonly checked: Played["checked"];
  /** Why it does nothing at all. */
  readonly held: string | undefined;
  readonly ran: Nanoseconds;
}

export interface RecordSettings extends FirmwareSettings {
  readonly edges?: boolean;
  readonly report?: (share: number) => void;
}

/** Runs compiled code on a rig from power-up, with the hands of a tape, and tells what came of it. */
export function recordFirmware(
  model: RigModel,
  image: FirmwareImage,
  duration: Nanoseconds,
  tape: readonly TapeItem[] = [],
  { edges: wanted = false, report, ...settings }: RecordSettings = {},
): Recorded {
  const edges: LevelEdge[] = [];
  let edgesCut = false;
  const stood = new Map<string, Level>();
  const answering = [...new Set((model.encoding.buses ?? []).map(({ data }) => data))];
  const stands = (line: string, at: Nanoseconds) => {
    const level = rig.lit.board.lineLevel(line);
    if (stood.get(line) === level) return;
    stood.set(line, level);
    if (edges.length < MOST_EDGES) edges.push({ at, line, level });
    else edgesCut = true;
  };
  const faces: SeenFace[] = [];
  const loads = new ObservedLoads(model);
  const rig = new FirmwareRig(model, image, settings, {
    face: (face) => faces.push(face),
    edge: (edge) => {
      loads.see(rig.lit.levels, edge.at);
      if (!wanted) return;
      stands(edge.line, edge.at);
      for (const line of answering) stands(line, edge.at);
    },
  });
  loads.see(rig.lit.levels, 0);
  if (wanted) for (const [line] of rig.machine.lines) stands(line, 0);
  rig.expect(tape);
  const outputs: Array<{ at: Nanoseconds; on: Readonly<Record<UnitRef, boolean>> }> = [];
  let switched = "";
  const { checked } = watchTape(
    {
      model,
      get time() {
        return rig.time;
      },
      advanceTo: (until) => {
        for (let at = rig.time; at < until; at = rig.time) {
          rig.advanceTo(Math.min(until, at + LOOKS));
          const on = rig.switched();
          if (JSON.stringify(on) !== switched) outputs.push({ at: rig.time, on });
          switched = JSON.stringify(on);
        }
      },
      look: () => rig.look(),
    },
    { items: tape },
    duration,
    report,
  );
  rig.faces.finish(rig.lit, rig.time);
  return {
    stretches: stretchesOf(model, faces, rig.faces.turnTime),
    edges,
    edgesCut,
    sent: rig.sent,
    outputs: outputs.some(({ on }) => Object.keys(on).length > 0) ? outputs : [],
    scan: scanOf(rig.faces, model.addresses[rig.faces.turning]?.pip),
    cost: costOf(rig),
    audit: loads.audit(rig.time),
    checked,
    held: rig.heldBecause,
    ran: rig.time,
  };
}

/** What a program that runs has cost so far. */
export function costOf({ machine, image, resets }: FirmwareRig): FirmwareCost {
  const clocks = Math.max(1, machine.cpu.cycles);
  return {
    flash: image.flash.length,
    ram: ramUse(machine, image.ram),
    interrupts: machine.inInterrupts.flatMap(({ clocks: spent, count, longest }, at) =>
      count > 0
        ? [
            {
              name: machine.chip.vectors[at]!,
              count,
              share: spent / clocks,
              longest: (longest / clocks) * machine.time,
            },
          ]
        : [],
    ),
    resets,
  };
}
