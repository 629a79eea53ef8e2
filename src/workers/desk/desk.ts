import { modelOf, type DriveState, type RigModel } from "@/core/address";
import { levelMatches, type LevelMatch } from "@/core/audit";
import { checkAtOnce, type Finding } from "@/core/check";
import { signPace, type ScenePace } from "@/core/frames";
import type { LegNames } from "@/core/parts";
import { buildProgram, type Program } from "@/core/program";
import {
  handInputs,
  type HandInput,
  type HandShow,
  logCsv,
  logMarkdown,
  seekPins,
  type PinsSought,
} from "@/core/bench";
import type { Reading as PinReading, Unmarked } from "@/core/notes";
import { mendOf } from "@/core/mend";
import { lazily } from "@/core/remember";
import { keyChips, wireKey, type WiredUp } from "@/core/inputs";
import type { DigitId, PipId, Rig, UnitRef } from "@/core/rig";
import {
  contactView,
  glyphTable,
  showState,
  stagesAfter,
  stateOfBytes,
  tapeOf,
  type BusTrace,
  type ContactView,
  type GlyphRow,
  type Phased,
  type SendTrace,
  type Shown,
} from "@/core/sim";
import { trailOf, wiredHops, type Hop } from "@/core/trail";
import {
  benchLook,
  handShow,
  handSketch,
  heldSketch,
  logLook,
  stepRun,
  type BenchLook,
  type BenchSketch,
  type HandFor,
  type HeldFor,
  type LogLook,
  type StepRun,
} from "./bench";
import { zipOf, type BusSchool, type CodeFile } from "@/core/dialects";
import { codeIn, codeOf, type Code, type CodeIn } from "./code";
import {
  adviceOn,
  drivingOf,
  resistorsFor,
  supplyFigures,
  type CurrentAdvice,
  type Driving,
  type PickedResistor,
  type SupplyFigures,
  type WantedCurrent,
} from "./currents";
import { liveLook, type LiveLook } from "./live";
import { playWrites, type PlayedList } from "@/core/tables";
import { runLength, scanSeen, signSpeed, type RunLength, type ScanSeen, type SignSpeed } from "./scan";
import { tableSeen, type TableSeen } from "./table";
import {
  facesOf,
  updateCosts,
  updateOf,
  writesOf,
  type Faces,
  type UpdateCosts,
  type UpdateOf,
  type WritesOf,
} from "./writes";

/** What is said of a rig before the long checks have looked. */
export interface FirstLook {
  readonly findings: readonly Finding[];
  /** The first scene of a sign its board does not keep up with. */
  readonly late: ScenePace | undefined;
}

/**
 * What a page asks between one picture and the next about the open rig. It is always at hand, and nothing here takes long.
 * Runs in a worker; also the plain object to test. Answers are plain data.
 */
export class Desk {
  private rig: (() => RigModel) | undefined;
  private built: Program | undefined;
  private traced: { readonly of: string; readonly trace: BusTrace } | undefined;
  private readonly looks = new Map<LegNames, FirstLook>();
  private readonly benches = new Map<LegNames, BenchLook>();

  /** Takes a rig up: what is asked from then on is about it. */
  take(rig: Rig): void {
    this.rig = lazily(() => modelOf(rig));
    this.built = undefined;
    this.traced = undefined;
    this.looks.clear();
    this.benches.clear();
  }

  /** What is found against the rig at hand at once. */
  look(legNames: LegNames): FirstLook {
    const known = this.looks.get(legNames) ?? firstLook(this.model, legNames);
    this.looks.set(legNames, known);
    return known;
  }

  /**
   * What a button may say that mends each finding, by its id; none where only the maker can say what is meant, or where
   * the finding before it offers the same: what follows from a fault is mended with it.
   */
  mends(findings: readonly Finding[], legNames: LegNames): Readonly<Record<string, string>> {
    const offered = new Set<string>();
    return Object.fromEntries(
      findings.flatMap((finding) => {
        const mend = mendOf(this.model, finding, legNames);
        if (!mend || offered.has(mend.title)) return [];
        offered.add(mend.title);
        return [[finding.id, mend.title] as const];
      }),
    );
  }

  /** The rig at hand with a finding mended. */
  mended(finding: Finding): Rig | undefined {
    return mendOf(this.model, finding)?.rig;
  }

  /** The way of a pip of the rig at hand. @param wiresOnly without what the rig's own program makes of the LED */
  trail(pip: PipId, legNames: LegNames, wiresOnly = false): Hop[] {
    const hops = trailOf(this.model, pip, legNames);
    return wiresOnly ? wiredHops(hops) : hops;
  }

  /** The alphabet on a digit in this wiring's bytes, and what each character shows. */
  alphabet(digit: DigitId | undefined): GlyphRow[] {
    return glyphTable(this.model, digit);
  }

  /** What a digit shows once a state is put out, or these bytes of the chain. */
  shows(state: DriveState | readonly number[], digit?: DigitId): Shown {
    return showState(this.model, isBytes(state) ? stateOfBytes(this.model, state) : state, digit);
  }

  /** The faces of the rig's program. */
  faces(): Faces {
    return facesOf(this.model, this.program);
  }

  /** One update over the lines, edge by edge. */
  update(of: UpdateOf): SendTrace {
    return updateOf(this.model, this.program, of);
  }

  /** Writes to driver chips from power-up, edge by edge. */
  writes(of: WritesOf): BusTrace {
    const known = JSON.stringify(of);
    if (this.traced?.of !== known) this.traced = { of: known, trace: writesOf(this.model, this.program, of) };
    return this.traced.trace;
  }

  /** What a pasted table is, and what it comes to on the rig. */
  table(text: string): TableSeen {
    return tableSeen(this.model, text);
  }

  /** A list of writes, played into the rig's chips. */
  writeList(text: string): PlayedList {
    return playWrites(this.model, text);
  }

  /** The shift stages of chips that have them, after so many edges of those writes. */
  stages(of: WritesOf, edges: number): ReturnType<typeof stagesAfter> {
    return stagesAfter(this.model, this.writes(of), edges);
  }

  /** The writes that set the chips up. */
  setUpWrites(): Phased[] {
    return tapeOf(this.program, 0).filter(({ phase }) => phase === "set-up");
  }

  /** What an update of so many chips on a bus costs. */
  updateCosts(bus: number, counts: readonly number[]): UpdateCosts[] {
    return updateCosts(this.model, bus, counts);
  }

  /** The program as it is handed out, or why it is not, and what it takes of the board. */
  code(legNames: LegNames): Code {
    return codeOf(this.model, this.program, legNames);
  }

  /** Files of a program as a ZIP. */
  folder(name: string, files: readonly CodeFile[]): Uint8Array {
    return zipOf(name, files);
  }

  /** The rig's program in one of the forms it is handed out in. */
  codeIn(dialect: string | undefined, legNames: LegNames, school: BusSchool = "hand"): CodeIn {
    return codeIn(this.model, this.program, legNames, dialect, school);
  }

  /** What feeds the rig at hand: how much it gives, how long, and what is left along strung modules. */
  supply(): SupplyFigures {
    return supplyFigures(this.model);
  }

  /** What drives the LEDs, and how strongly. */
  driving(): Driving {
    return drivingOf(this.model);
  }

  /** Whether the chips take the board's high for high. */
  levels(): readonly LevelMatch[] {
    return levelMatches(this.model);
  }

  /** Both places for resistors, base resistors, the supply. */
  advice(): CurrentAdvice {
    return adviceOn(this.model);
  }

  /** The resistors for a wanted current. */
  resistors(wanted: WantedCurrent): PickedResistor {
    return resistorsFor(this.model, wanted);
  }

  /** How the digits take turns, and what glows where nothing should. */
  scan(): ScanSeen {
    return scanSeen(this.model, this.program);
  }

  /** How long a sign's frames stand. */
  signSpeed(): SignSpeed | undefined {
    return signSpeed(this.model);
  }

  /** How long a sign's run is. */
  runLength(): RunLength {
    return runLength(this.model);
  }

  /** What a rig that reacts costs, and what of it cannot be done. */
  live(): LiveLook | undefined {
    return liveLook(this.model, this.program);
  }

  /** What each way of taking a contact makes of a press of it. */
  contact(unit: UnitRef, key?: string): ContactView | undefined {
    return contactView(this.model, unit, key);
  }

  /** The chips a key can be wired to. */
  keyChips(): UnitRef[] {
    return keyChips(this.model).map(({ chip }) => chip);
  }

  /** The rig with a key more on one of them. */
  withKey(chip: UnitRef): WiredUp {
    return wireKey(this.model, chip);
  }

  /** What is done at the bench with the rig at hand. */
  bench(legNames: LegNames): BenchLook {
    const known = this.benches.get(legNames) ?? benchLook(this.model, legNames);
    this.benches.set(legNames, known);
    return known;
  }

  /** What a step of bringing it up runs. */
  benchStep(id: string, legNames: LegNames): StepRun | undefined {
    return stepRun(this.model, this.bench(legNames), id, legNames);
  }

  /** The program that holds it while one looks or measures. */
  benchSketch(held: HeldFor, legNames: LegNames): BenchSketch | undefined {
    return heldSketch(this.model, this.bench(legNames), held, legNames);
  }

  /** What a hand on its board does to show or hold something; undefined where it moves nothing. */
  handShow(of: HandFor, legNames: LegNames): HandShow | undefined {
    return handShow(this.model, this.bench(legNames), of);
  }

  /** Its buttons and knobs a hand on its board can read. */
  handInputs(): HandInput[] {
    return handInputs(this.model);
  }

  /** The sketch for that, loaded once, or why its board has none. */
  handSketch(): ReturnType<typeof handSketch> {
    return handSketch(this.model);
  }

  /** Its log beside what it foretells. */
  benchLog(): LogLook {
    return logLook(this.model);
  }

  /** The log as a table or as a sheet to read. */
  benchLogText(as: "csv" | "markdown"): string {
    return as === "csv" ? logCsv(this.model) : logMarkdown(this.model);
  }

  /** What is known of the legs of an unmarked display after some readings. */
  pins(display: Unmarked, readings: readonly PinReading[]): PinsSought {
    return seekPins(display, readings);
  }

  private get program(): Program {
    return (this.built ??= buildProgram(this.model));
  }

  private get model(): RigModel {
    if (!this.rig) throw new Error("no rig was taken up");
    return this.rig();
  }
}

const isBytes = (state: DriveState | readonly number[]): state is readonly number[] => Array.isArray(state);

const firstLook = (model: RigModel, legNames: LegNames): FirstLook => ({
  findings: checkAtOnce(model, legNames),
  late: signPace(model)?.scenes.find(({ late }) => late),
});
