import { RIG_PARTS, addUnit, asPip, type Rig } from "@/core/rig";
import { demoRig } from "@/demo";
import { mergeRigs } from "./merge";

const slip = demoRig("slip-gate");
const added = addUnit(slip, "led");
if (!added.ok) throw new Error(added.message);

/** A change to each part of the document that can stand by itself. */
const CHANGES: Readonly<Partial<Record<keyof Rig, Partial<Rig>>>> = {
  name: { name: "Another slip" },
  note: { note: "over the door" },
  plan: { plan: { ...slip.plan, countFrom: "right" } },
  units: { units: added.rig.units },
  wires: { wires: slip.wires.slice(1) },
  code: { code: { bitOrder: "lsb-first" } },
  glyphs: { glyphs: [{ glyph: "7", segments: ["a", "b", "c", "f"] }] },
  scan: { scan: { ...slip.scan, blank: 7 } },
  show: { show: { ...slip.show, interval: 750 } },
  wireColours: { wireColours: "net" },
  leftOut: { leftOut: [asPip("DS1.1.dp")] },
  dead: { dead: [asPip("DS1.1.g")] },
  bench: { bench: { steps: [{ step: "supply", went: "right", at: 0 }], searches: [], log: [] } },
  beside: {
    beside: [{ colour: "red", units: added.rig.units.slice(-1).map(({ ref }) => ref), shows: ["8"] }],
  },
  live: {
    live: {
      values: [],
      faces: [{ shows: "8" }],
      controls: [],
      events: [],
      debounce: { way: "states", ms: 20 },
      digits: "divide",
    },
  },
  tapes: { tapes: [{ name: "one press", items: [] }] },
  firmware: { firmware: { name: "blink.hex", flash: "DJQAAA==" } },
  sign: { sign: { modules: [], scenes: [], fonts: {} } },
};

test("every part of the document is joined: none is known that is not tried here", () =>
  expect(Object.keys(CHANGES).sort()).toEqual([...RIG_PARTS].sort()));

test.each(RIG_PARTS.filter((part) => part !== "show"))(
  "%s of the one and the show of the other are joined",
  (part) => {
    // A display beside needs its parts: both sides have them.
    const base: Rig = part === "beside" ? added.rig : slip;
    const mine: Rig = { ...base, show: { ...base.show, interval: 500 } };
    const theirs: Rig = { ...base, ...CHANGES[part] };
    expect(mergeRigs(base, mine, theirs)).toEqual({ ...mine, ...CHANGES[part] });
    expect(mergeRigs(base, theirs, mine)).toEqual({ ...mine, ...CHANGES[part] });
  },
);

test("the same part changed in two ways is not joined", () =>
  expect(mergeRigs(slip, { ...slip, note: "mine" }, { ...slip, note: "theirs" })).toBeUndefined());
