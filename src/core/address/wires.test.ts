import fc from "fast-check";
import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { bitmapOf, bitmapRows } from "../dots";
import {
  splitLegRef,
  asLeg,
  asPip,
  asUnit,
  moveWireEnd,
  relay,
  removeWire,
  digitOf,
  lineUses,
  type Edited,
  type LineUse,
  type Plan,
  type Rig,
} from "../rig";
import {
  busAddress,
  chipOn,
  digitPathOf,
  gridOf,
  linesOfUses,
  litBy,
  modelOf,
  moduleBoxes,
  pathOf,
  pictureOf,
  pipTitle,
  pipsAt,
  pipsOfPicture,
  pipsOn,
  placesOf,
  placesOfModules,
  scannedTitle,
  scannedWord,
  scanningChip,
  stateFor,
  usedLines,
  wireGroup,
  withLedResistors,
} from ".";

const ok = (edited: Edited): Rig => {
  if (!edited.ok) throw new Error(edited.message);
  return edited.rig;
};
const move = (rig: Rig, id: string, end: "from" | "to", leg: string): Rig =>
  ok(moveWireEnd(rig, id, end, asLeg(leg)));
const laid = (rig: Rig, plan: Partial<Plan>): Rig => relay(rig, { ...rig.plan, lines: {}, ...plan });
const river = demoRig("river-level");
const moorings = demoRig("moorings-free");
const oars = demoRig("oar-rack");
const tide = plainDemoRig("tide-notice");
const wind = demoRig("wind-arrow");

describe.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))("%s", (_, rig) => {
  const model = modelOf(rig);

  test("any LEDs of one slot: the state that lights them lights them and no others", () => {
    // A decoder has no code for most pictures: those are its own test.
    if (model.encoding.decoders.length > 0) return;
    const pips = model.slots[0]!.flatMap(({ unit, digit }) =>
      model.addresses.map(({ pip }) => pip).filter((pip) => digitOf(pip) === `${unit}.${digit}`),
    );
    fc.assert(
      fc.property(fc.subarray(pips.slice(0, 64)), (some) => {
        const lit = new Set(some.filter((pip) => model.encoding.pips.some((entry) => entry.pip === pip)));
        expect(litBy(model.encoding, stateFor(model.encoding, lit))).toEqual(lit);
      }),
      { numRuns: 15 },
    );
  });

  test("the lines that are used are those of its plan, and those that parts added by hand hang on", () => {
    const added = new Set(rig.units.filter((unit) => unit.added).map((unit) => unit.ref));
    const byHand = rig.wires
      .flatMap(({ from, to }) => [splitLegRef(from), splitLegRef(to)])
      .filter(
        ({ unit, leg }, at, ends) =>
          unit === "MCU1" && /^A?\d+$/.test(leg) && added.has(ends[at % 2 === 0 ? at + 1 : at - 1]!.unit),
      )
      .map(({ leg }) => leg);
    expect(new Set(usedLines(model))).toEqual(new Set([...Object.values(rig.plan.lines), ...byHand]));
  });

  test("every LED has a way of its own that begins at its leg; each wire of it leads back to it", () => {
    for (const { pip, ownLeg } of [model.addresses[0]!, model.addresses.at(-1)!]) {
      const path = pathOf(model, pip);
      expect(path.legs.has(ownLeg)).toBe(true);
      for (const wire of path.wires) expect(pipsOn(model, wire)).toContain(pip);
    }
  });

  test("every wire is in one group, and power is more than nothing", () => {
    const groups = rig.wires.map((wire) => wireGroup(model, wire));
    expect(groups.filter((group) => group === "power").length).toBeGreaterThan(1);
    // Where lines drive segments and bases themselves, their wires are those of segments and digits; what is read has its own.
    const sent = model.encoding.chain !== undefined || model.encoding.buses !== undefined;
    const reads = rig.units.some(({ ref }) => model.part(ref).kind === "input");
    expect(groups.includes("lines")).toBe(sent || reads);
  });
});

describe("slots: digits that share nothing are lit together", () => {
  test.each<[what: string, rig: Rig, slots: number]>([
    ["one digit", demoRig("slip-gate"), 1],
    ["four digits on two registers", river, 4],
    ["a register for each digit", laid(moorings, { scheme: "register-static", digitSwitch: "bare" }), 1],
    ["segments on lines, a transistor a digit", laid(moorings, { scheme: "direct" }), 4],
    ["a selector for the digits", laid(moorings, { scheme: "selector" }), 4],
    ["a ring for the digits", laid(moorings, { scheme: "ring" }), 4],
    ["a chip that scans by itself", oars, 1],
    ["eight rows of dots on registers", wind, 8],
  ])("%s", (_, rig, slots) => {
    const model = modelOf(rig);
    expect(model.slots).toHaveLength(slots);
    expect(model.slots.flat()).toEqual(model.digits);
  });
});

describe("what keeps an LED of many digits dark", () => {
  const verdictOf = (rig: Rig, pip: string) => {
    const found = modelOf(rig).address(asPip(pip))!.verdict;
    return `${found.kind}${"reason" in found ? `: ${found.reason}` : ""}`;
  };
  const npn = laid(moorings, {
    scheme: "two-registers",
    polarity: "common-cathode",
    digitSwitch: "transistor",
  });
  const decoder = laid(moorings, { scheme: "bcd-decoder" });

  test.each<[what: string, rig: Rig, pip: string, says: RegExp]>([
    ["as it is planned", river, "DS1.2.a", /^driven$/],
    ["a base with nothing on it", removeWire(npn, "drive-2"), "DS1.2.a", /^open: .*nothing drives Q2\.B/i],
    ["its digit's wire out", removeWire(river, "digit-2"), "DS1.2.a", /^open: .*anode/i],
    [
      "an emitter on the wrong rail",
      move(npn, "rail-2", "from", "MCU1.5V"),
      "DS1.2.a",
      /^never: .*Q2 switches it to the supply/i,
    ],
    ["a base on ground", move(npn, "drive-2", "from", "U1.8"), "DS1.2.a", /^never: .*on ground/i],
    ["a segment's resistor out of a decoder", removeWire(decoder, "output-c"), "DS1.1.c", /^open/],
  ])("%s", (_, rig, pip, says) => {
    expect(verdictOf(rig, pip)).toMatch(says);
  });
});

describe("chains and buses", () => {
  test("registers follow the data, whatever they are called", () => {
    const { chain } = modelOf(river);
    expect(chain.chips).toEqual(["U1", "U2"]);
    expect(chain.outside).toEqual([]);
    const crossed = river.wires.find(({ from, to }) => [from, to].some((leg) => leg === "U1.9"))!;
    const cut = modelOf(removeWire(river, crossed.id));
    expect(cut.chain.chips).toEqual(["U1"]);
    expect(cut.chain.outside).toEqual(["U2"]);
    expect(cut.encoding.byteCount).toBe(1);
  });

  test("where the wires lead to no line, the code takes the planned one", () => {
    const { encoding } = modelOf(removeWire(river, "latch"));
    expect(encoding.chain?.latch).toBe(river.plan.lines.latch);
  });

  test("a chain of driver chips is one bus with its chips in order; cut, it is shorter", () => {
    const model = modelOf(tide);
    expect(model.encoding.buses).toMatchObject([{ protocol: "frames", units: ["U1", "U2", "U3", "U4"] }]);
    const link = tide.wires.find(({ from }) => from.startsWith("U2.24"))!;
    expect(modelOf(removeWire(tide, link.id)).encoding.buses![0]!.units).toEqual(["U1", "U2"]);
  });

  test("a chip without its clock is on no bus", () => {
    const clock = oars.wires.find(({ id }) => /clock|scl/i.test(id))!;
    expect(modelOf(removeWire(oars, clock.id)).encoding.buses ?? []).toEqual([]);
  });

  test("the bus address follows the straps: nothing bridged is the base, each bridge adds its bit", () => {
    const model = modelOf(oars);
    const { sheet } = chipOn(model, model.encoding.buses![0]!);
    const { base, straps, join } = sheet.address!;
    const bridged = (legs: readonly string[]): Rig => ({
      ...oars,
      wires: [
        ...oars.wires,
        ...legs.map((leg, at) => ({
          id: `strap-${at}`,
          from: asLeg(`U1.${leg}`),
          to: asLeg(`U1.${join}`),
          placed: false,
        })),
      ],
    });
    const now = busAddress(model, asUnit("U1"));
    expect(now & ~7).toBe(base);
    straps.forEach((leg, bit) => {
      expect(busAddress(modelOf(bridged([leg])), asUnit("U1"))).toBe(now | (1 << bit));
    });
    expect(busAddress(modelOf(bridged(straps)), asUnit("U1"))).toBe(base | (2 ** straps.length - 1));
  });

  test("only a chip that scans is called one", () => {
    expect(scanningChip(modelOf(oars))?.id).toBe("HT16K33");
    expect(scanningChip(modelOf(river))).toBeUndefined();
    expect(
      scanningChip(modelOf(laid(moorings, { scheme: "pcf8574", digitSwitch: "bare", digits: 1 }))),
    ).toBeUndefined();
  });
});

describe("names and ways", () => {
  test("a digit, a row and an LED as they are spoken of", () => {
    const [digits, one, rows, row] = [river, demoRig("slip-gate"), tide, wind].map((rig) => modelOf(rig!));
    expect(scannedWord(digits!)).toBe("digit");
    expect(scannedWord(rows!)).toBe("row");
    expect(scannedTitle(digits!, asUnit("DS1"), 2)).toBe("digit 2");
    expect(scannedTitle(row!, asUnit("DS1"), 3)).toBe("row 3");
    expect(scannedTitle(rows!, asUnit("DS2"), 3)).toBe("module 2 · row 3");
    expect(pipTitle(one!, asPip("DS1.1.b"))).toBe("segment b");
    expect(pipTitle(digits!, asPip("DS1.2.dp"))).toBe("digit 2 · point");
    expect(pipTitle(row!, asPip("DS1.3.c5"))).toBe("row 3 · column 5");
    const clock = modelOf(laid(river, { display: "clock" }));
    expect(pipTitle(clock, asPip("DS1.2.colon"))).toBe("digit 2 · colon");
    expect(pipTitle(clock, asPip("DS1.4.degree"))).toBe("digit 4 · degree mark");
  });

  test("digit 1 may be the rightmost", () => {
    const model = modelOf({ ...river, plan: { ...river.plan, countFrom: "right" } });
    expect(scannedTitle(model, asUnit("DS1"), 1)).toBe("digit 4");
  });

  test("a digit's way goes through its transistor to what drives its base", () => {
    const model = modelOf(river);
    const own = digitPathOf(model, asPip("DS1.3.a"));
    expect([...own.legs].some((leg) => leg.startsWith("Q3."))).toBe(true);
    expect([...own.legs].some((leg) => leg.startsWith("Q2."))).toBe(false);
    expect(own.wires.has("drive-3")).toBe(true);
    // A base resistor serves the whole digit: it leads to its LEDs, for want of one of its own.
    const found = pipsAt(model, asLeg("Q3.B"));
    expect(found).toHaveLength(8);
    expect(found.every((pip) => pip.startsWith("DS1.3."))).toBe(true);
    // A common that goes to a rail by itself is nobody's way.
    expect(digitPathOf(modelOf(demoRig("slip-gate")), asPip("DS1.1.a")).legs.size).toBe(0);
    expect(pathOf(model, asPip("DS9.1.a")).legs.size).toBe(0);
  });

  test.each<[what: string, rig: Rig, wire: RegExp, group: string]>([
    ["a base", river, /^base-1$/, "common"],
    ["an emitter on its rail", river, /^rail-1$/, "power"],
    ["a digit", river, /^digit-1$/, "common"],
    ["a segment", river, /^segment-a$/, "segments"],
    ["a register's data", river, /^data$/, "lines"],
    ["a bypass capacitor", river, /^bypass/, "power"],
  ])("%s is wired with the right group", (_, rig, id, group) => {
    const wires = rig.wires.filter((wire) => id.test(wire.id));
    expect(wires.length).toBeGreaterThan(0);
    for (const wire of wires) expect(wireGroup(modelOf(rig), wire)).toBe(group);
  });

  test("another value for the LEDs' resistors leaves those at bases alone", () => {
    const changed = withLedResistors(river, 820);
    const ohms = (rig: Rig) => rig.units.filter(({ part }) => part === "resistor").map((unit) => unit.ohms!);
    expect(ohms(changed).filter((value) => value === 820)).toHaveLength(8);
    expect(ohms(changed).filter((value) => value !== 820)).toEqual(ohms(river).slice(8));
  });

  test("every place a program writes is named once", () => {
    const places = placesOf(modelOf(river).encoding);
    expect(places).toHaveLength(12);
    expect(new Set(places.map((place) => JSON.stringify(place))).size).toBe(12);
  });
});

describe("the line of each use, as the wires lead", () => {
  test.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))(
    "%s: as planned, while nothing was moved",
    (_, rig) => {
      expect(linesOfUses(modelOf(rig), lineUses(rig.plan))).toEqual(rig.plan.lines);
    },
  );

  test.each<[wire: string, use: LineUse]>([
    ["data", "data"],
    ["clock", "clock"],
    ["latch", "latch"],
  ])("moved on the board, %s is on the line it was moved to; taken out, on the planned one", (wire, use) => {
    const now = (rig: Rig) => linesOfUses(modelOf(rig), lineUses(rig.plan))[use];
    expect(now(move(river, wire, "from", "MCU1.A2"))).toBe("A2");
    expect(now(removeWire(river, wire))).toBe(river.plan.lines[use]);
  });

  test("lines of segments, digits, codes and rings are followed as well", () => {
    for (const [scheme, use] of [
      ["direct", "segment-c"],
      ["direct", "digit-2"],
      ["selector", "select-1"],
      ["bcd-decoder", "code-2"],
      ["ring", "ring-clock"],
      ["ring", "ring-reset"],
    ] as const) {
      const rig = laid(moorings, { scheme });
      const line = rig.plan.lines[use]!;
      const wire = rig.wires.find(({ from }) => from === `MCU1.${line}`)!;
      const moved = move(rig, wire.id, "from", "MCU1.A5");
      expect(`${scheme} ${linesOfUses(modelOf(moved), lineUses(rig.plan))[use]}`).toBe(`${scheme} A5`);
    }
  });
});

describe("a display of dots as it stands", () => {
  const pips = modelOf(wind);

  test("a picture goes to LEDs and comes back from them", () => {
    const grid = gridOf(pips)!;
    fc.assert(
      fc.property(fc.array(fc.constantFrom("#", "."), { minLength: 64, maxLength: 64 }), (dots) => {
        const rows = Array.from({ length: 8 }, (_, y) => dots.slice(y * 8, y * 8 + 8).join(""));
        const picture = bitmapOf(rows);
        const lit = pipsOfPicture(pips, grid, picture);
        expect(lit.size).toBe(dots.filter((dot) => dot === "#").length);
        expect(bitmapRows(pictureOf(pips, grid, (_, pip) => lit.has(pip)))).toEqual(bitmapRows(picture));
      }),
      { numRuns: 20 },
    );
  });

  test.each<[turn: 0 | 90 | 180 | 270, mirrored: boolean, x: number, y: number]>([
    [0, false, 0, 0],
    [90, false, 7, 0],
    [180, false, 7, 7],
    [270, false, 0, 7],
    [0, true, 7, 0],
    [180, true, 0, 7],
  ])("turned %d°, mirrored %s: row 1 column 1 is seen at %d, %d", (turn, mirrored, x, y) => {
    const place = { unit: asUnit("DS1"), x: 0, y: 0, turn, mirrored };
    const model = modelOf({ ...wind, sign: { ...wind.sign!, modules: [place] } });
    const grid = gridOf(model)!;
    expect(model.addresses[grid.at[y * grid.width + x]!]!.pip).toBe("DS1.1.c1");
    expect(grid.dotOf[grid.at[y * grid.width + x]!]).toBe(y * grid.width + x);
  });

  test("a module nobody has placed stands behind the others; a gap is no LED", () => {
    const two = {
      ...tide,
      sign: {
        ...tide.sign!,
        modules: tide.sign!.modules.slice(0, 2).map((place, at) => ({ ...place, x: at * 16, y: 0 })),
      },
    };
    const model = modelOf(two);
    expect(placesOfModules(model).map(({ x }) => x)).toEqual([0, 16, 24, 32]);
    const grid = gridOf(model)!;
    expect([grid.width, grid.height]).toEqual([40, 8]);
    expect(grid.at[10]).toBe(-1);
    expect(moduleBoxes(model).map(({ width, height }) => [width, height])).toEqual(
      Array.from({ length: 4 }, () => [8, 8]),
    );
  });

  test("a picture larger or smaller than the display is cut, and a rig of digits has no dots", () => {
    const grid = gridOf(pips)!;
    expect(pipsOfPicture(pips, grid, bitmapOf(["##########", "##########"])).size).toBe(16);
    expect(pipsOfPicture(pips, grid, bitmapOf(["#"])).size).toBe(1);
    expect(gridOf(modelOf(river))).toBeUndefined();
  });
});
