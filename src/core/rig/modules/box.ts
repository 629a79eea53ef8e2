import { MODULE_PART, findPart, isBusChip, isChip, partById, type ChipPart } from "../../parts";
import {
  asUnit,
  legRef,
  splitLegRef,
  type LegRef,
  type LineUse,
  type Plan,
  type UnitRef,
  type Wire,
} from "../document";
import { BOARD, SUPPLY, type Layer } from "../schemes/layer";
import type { Bought, PinUse } from "./bought";

/** The leg of a header, by its number from 1; the pins of the other end go on counting. */
export const pinOf = (bought: Bought, use: PinUse, end: "header" | "out" = "header"): string | undefined => {
  const pins = bought[end] ?? [];
  const at = pins.findIndex((pin) => pin.use === use);
  return at < 0 ? undefined : String(at + 1 + (end === "out" ? bought.header.length : 0));
};

/** The leg of a chip for a line of its bus or chain. */
export function chipLeg(part: ChipPart, use: PinUse): string | undefined {
  if (use === "supply") return part.supplyLeg;
  if (use === "ground") return part.groundLeg;
  if (isBusChip(part))
    return { data: part.pins.data, clock: part.pins.clock, latch: part.pins.select }[use as "data"];
  if (part.kind !== "shift-register") return undefined;
  const { serialIn, shiftClock, latchClock } = part.pins;
  return { data: serialIn, clock: shiftClock, latch: latchClock }[use as "data"];
}

/** Where a chip hands data on to the next one, if it does. */
export const dataOutOf = (part: ChipPart): string | undefined => {
  if (isBusChip(part)) return part.pins.dataOut;
  return part.kind === "shift-register" ? part.pins.serialOut : undefined;
};

/**
 * Puts what a way has laid onto the boards of the modules a plan was bought as: whatever hangs on the chips of one board
 * sits on it, and every wire from outside comes in by its header.
 */
export function boxModules(layer: Layer, plan: Plan): void {
  if (plan.bought) new Boxing(layer, plan, plan.bought).box();
}

/** One rig being put onto boards. */
class Boxing {
  private readonly boards: readonly UnitRef[];
  private readonly chips: readonly UnitRef[];
  /** The board each unit is on, from 0; what stands outside has none. */
  private readonly on = new Map<UnitRef, number>();
  private readonly outer = new Map<string, Wire>();
  private readonly inner: Wire[] = [];
  private readonly uses: ReadonlyMap<LegRef, LineUse>;

  constructor(
    private readonly layer: Layer,
    plan: Plan,
    private readonly bought: Bought,
  ) {
    this.uses = new Map(
      Object.entries(plan.lines).map(([use, line]) => [legRef(BOARD, line!), use as LineUse]),
    );
    this.chips = layer.units
      .filter(({ part }) => part !== plan.controller && isChipId(part))
      .map(({ ref }) => ref);
    this.boards = Array.from({ length: Math.ceil(this.chips.length / bought.chips) }, (_, at) =>
      asUnit(`M${at + 1}`),
    );
  }

  box(): void {
    this.addFilters();
    this.addKeys();
    this.claim();
    for (const wire of this.layer.wires) this.take(wire);
    this.carryOn();
    const { layer, bought } = this;
    layer.wires.splice(0, Infinity, ...this.outer.values(), ...this.inner);
    layer.units.forEach((unit, at) => {
      const board = this.on.get(unit.ref);
      if (board !== undefined) layer.units[at] = { ...unit, inside: this.boards[board]! };
    });
    layer.units.splice(1, 0, ...this.boards.map((ref) => ({ ref, part: MODULE_PART, module: bought })));
  }

  private partOf(ref: UnitRef): ChipPart {
    return partById(this.layer.units.find((unit) => unit.ref === ref)!.part) as ChipPart;
  }

  private chipsOn(board: number): readonly UnitRef[] {
    return this.chips.slice(board * this.bought.chips, (board + 1) * this.bought.chips);
  }

  /** Capacitors from data and clock to ground, where boards have them. */
  private addFilters(): void {
    const { filterFarads } = this.bought;
    if (filterFarads === undefined) return;
    this.boards.forEach((_, board) => {
      const chip = this.chipsOn(board)[0]!;
      const part = this.partOf(chip);
      for (const use of ["data", "clock"] as const) {
        const ref = this.layer.unit("C", "capacitor", { farads: filterFarads });
        const tail = board === 0 ? use : `${use}-${board + 1}`;
        this.layer.wire(`filter-${tail}`, legRef(chip, chipLeg(part, use)!), legRef(ref, "1"));
        this.layer.wire(`filter-ground-${tail}`, legRef(ref, "2"), legRef(chip, part.groundLeg));
      }
    });
  }

  /** Buttons between segment legs and key legs of a board's chip. */
  private addKeys(): void {
    const { keys = [] } = this.bought;
    this.boards.forEach((_, board) => {
      const chip = this.chipsOn(board)[0]!;
      const part = this.partOf(chip);
      if (part.kind !== "driver-chip") return;
      keys.forEach(({ segment, input }, nth) => {
        const keyLeg = part.legs.find(({ name }) => name === `K${input}`);
        const segmentLeg = part.segmentLegs[segment - 1];
        if (!keyLeg || segmentLeg === undefined) return;
        const ref = this.layer.unit("S", "button");
        const tail = tailed(`key-${nth + 1}`, board);
        this.layer.wire(`${tail}-segment`, legRef(chip, segmentLeg), legRef(ref, "1"));
        this.layer.wire(tail, legRef(ref, "2"), legRef(chip, keyLeg.id));
      });
    });
  }

  /** Every unit that is wired to a chip, or to what is, belongs to the board of that chip. */
  private claim(): void {
    const beside = new Map<UnitRef, UnitRef[]>();
    const outside = new Set<UnitRef>([BOARD, SUPPLY]);
    for (const { from, to } of this.layer.wires) {
      const [one, other] = [splitLegRef(from).unit, splitLegRef(to).unit];
      beside.set(one, [...(beside.get(one) ?? []), other]);
      beside.set(other, [...(beside.get(other) ?? []), one]);
    }
    this.chips.forEach((chip, at) => this.on.set(chip, Math.floor(at / this.bought.chips)));
    const queue = [...this.chips];
    for (let ref = queue.shift(); ref !== undefined; ref = queue.shift())
      for (const next of beside.get(ref) ?? []) {
        if (outside.has(next) || this.on.has(next)) continue;
        this.on.set(next, this.on.get(ref)!);
        queue.push(next);
      }
  }

  private boardOf(leg: LegRef): number | undefined {
    return this.on.get(splitLegRef(leg).unit);
  }

  /** A wire of the bare parts: it stays inside, stays outside, or comes in by a header. */
  private take(wire: Wire): void {
    const [from, to] = [this.boardOf(wire.from), this.boardOf(wire.to)];
    if (from === to) {
      if (from === undefined) this.outer.set(wire.id, wire);
      else this.inner.push(wire);
      return;
    }
    if (from === undefined) return this.comeIn(wire, wire.from, wire.to, to!);
    if (to === undefined) return this.comeIn(wire, wire.to, wire.from, from);
    this.handOver(wire, from, to);
  }

  /** From outside onto a board. */
  private comeIn(wire: Wire, outer: LegRef, inner: LegRef, board: number): void {
    const use = this.useOf(outer);
    const pin = this.pin(board, use);
    this.join(`${use}-in-${wire.id}`, pin, inner);
    // What the module before hands on by its other end needs no wire from the controller.
    if (board > 0 && pinOf(this.bought, use, "out") !== undefined) return this.chain(board, use);
    this.wireOuter(tailed(OUTER[use], board), outer, pin);
  }

  /** From one board to the next. */
  private handOver(wire: Wire, from: number, to: number): void {
    const part = this.partOf(splitLegRef(wire.to).unit);
    const leg = splitLegRef(wire.to).leg;
    const use = (["data", "clock", "latch"] as const).find((one) => chipLeg(part, one) === leg) ?? "ground";
    const pin = this.pin(to, use);
    this.join(`${use}-in-${wire.id}`, pin, wire.to);
    if (pinOf(this.bought, use, "out") !== undefined) this.chain(to, use);
    else this.wireOuter(tailed(OUTER[use], to), this.pin(from, use), pin);
  }

  private chain(board: number, use: PinUse): void {
    const out = legRef(this.boards[board - 1]!, pinOf(this.bought, use, "out")!);
    this.wireOuter(tailed(OUTER[use], board), out, this.pin(board, use));
  }

  /** Inside each board, from its last chip to the pins of its other end. */
  private carryOn(): void {
    for (const pin of this.bought.out ?? [])
      this.boards.forEach((ref, board) => {
        const last = this.chipsOn(board).at(-1)!;
        const part = this.partOf(last);
        const leg = pin.use === "data" ? dataOutOf(part) : chipLeg(part, pin.use);
        if (leg === undefined) return;
        const out = legRef(ref, pinOf(this.bought, pin.use, "out")!);
        this.join(tailed(`out-${pin.use}`, board), legRef(last, leg), out);
      });
  }

  private pin(board: number, use: PinUse): LegRef {
    return legRef(this.boards[board]!, pinOf(this.bought, use) ?? "1");
  }

  private useOf(outer: LegRef): PinUse {
    const use = this.uses.get(outer);
    if (use === "data" || use === "clock" || use === "latch") return use;
    return outer === this.layer.plus ? "supply" : "ground";
  }

  private join(id: string, from: LegRef, to: LegRef): void {
    this.inner.push({ id, from, to, placed: false });
  }

  private wireOuter(id: string, from: LegRef, to: LegRef): void {
    if (!this.outer.has(id)) this.outer.set(id, { id, from, to, placed: false });
  }
}

/** What the wire to a pin is called. */
const OUTER: Readonly<Record<PinUse, string>> = {
  supply: "power",
  ground: "ground",
  data: "data",
  clock: "clock",
  latch: "latch",
  "not-used": "not-used",
};

const tailed = (name: string, board: number): string => (board === 0 ? name : `${name}-m${board + 1}`);

const isChipId = (id: string): boolean => {
  const found = findPart(id);
  return found !== undefined && isChip(found);
};
