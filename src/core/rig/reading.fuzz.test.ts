import fc from "fast-check";
import {
  DEFAULT_PLAN,
  ledValues,
  netsOf,
  newRig,
  readRig,
  swapWires,
  writeRig,
  type LegRef,
  type Rig,
  asLeg,
} from ".";
import { partById } from "../parts";

const rig = newRig({ id: "slip", name: "Slip" }, DEFAULT_PLAN, { ohms: 470, led: ledValues("red") });
const text = writeRig(rig);

/** Paths of everything in a document, as lists of keys. */
function pathsOf(value: unknown, path: string[] = []): string[][] {
  if (typeof value !== "object" || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, inner]) => pathsOf(inner, [...path, key]))];
}

function replaceAt(document: unknown, path: readonly string[], value: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  const copy = Array.isArray(document) ? [...document] : { ...(document as object) };
  const at = copy as Record<string, unknown>;
  at[key] = replaceAt(at[key], rest, value);
  return copy;
}

const paths = pathsOf(JSON.parse(text)).filter((path) => path.length > 0);

test("whatever stands anywhere in the document, reading answers: a rig that writes back, or problems that say something", () => {
  fc.assert(
    fc.property(fc.constantFrom(...paths), fc.jsonValue({ maxDepth: 2 }), (path, value) => {
      const read = readRig(JSON.stringify(replaceAt(JSON.parse(text), path, value)));
      if (read.ok) {
        expect(readRig(writeRig(read.rig))).toEqual({ ok: true, rig: JSON.parse(writeRig(read.rig)) });
      } else {
        expect(read.problems.length).toBeGreaterThan(0);
        for (const problem of read.problems) {
          expect(problem.path).not.toBe("");
          expect(problem.message).not.toMatch(/undefined|\[object/);
        }
      }
    }),
    { numRuns: 400 },
  );
});

test("whatever the text is, reading answers and does not throw", () => {
  const cut = fc.nat({ max: text.length - 2 }).map((length) => text.slice(0, length));
  const anyText = fc.oneof(fc.string(), fc.json(), cut, fc.string({ unit: "binary" }));
  fc.assert(fc.property(anyText, (broken) => expect(readRig(broken).ok).toBe(false)));
});

test("a document with keys that reach for the prototype is refused and changes nothing", () => {
  const read = readRig(text.replace('"note": ""', '"note": "", "__proto__": { "polluted": true }'));
  expect(read.ok).toBe(false);
  expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
});

test("two legs are on one net exactly when wires or a part's inside lead from one to the other", () => {
  const legs = rig.units.flatMap((unit) =>
    partById(unit.part).legs.map(({ id }): LegRef => asLeg(`${unit.ref}.${id}`)),
  );
  const wire = fc
    .tuple(fc.constantFrom(...legs), fc.constantFrom(...legs))
    .filter(([from, to]) => from !== to);
  fc.assert(
    fc.property(fc.array(wire, { maxLength: 30 }), fc.constantFrom(...legs), (pairs, start) => {
      const wires = pairs.map(([from, to], at) => ({ id: `w${at}`, from, to, placed: false }));
      const inside = rig.units.flatMap((unit) =>
        (partById(unit.part).joined ?? []).map((joined) =>
          joined.map((id): LegRef => asLeg(`${unit.ref}.${id}`)),
        ),
      );
      const reached = new Set<LegRef>([start]);
      for (let before = 0; before !== reached.size;) {
        before = reached.size;
        for (const { from, to } of wires) {
          if (reached.has(from)) reached.add(to);
          if (reached.has(to)) reached.add(from);
        }
        for (const group of inside)
          if (group.some((leg) => reached.has(leg))) group.forEach((leg) => reached.add(leg));
      }
      expect(new Set(netsOf({ units: rig.units, wires }).of(start).legs)).toEqual(reached);
    }),
    { numRuns: 60 },
  );
});

test("swapping two wires twice brings everything back", () => {
  const ids = rig.wires.map(({ id }) => id);
  fc.assert(
    fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (one, other) => {
      const swap = (before: Rig) => swapWires(before, one, other);
      const once = swap(rig);
      if (!once.ok) return;
      const twice = swap(once.rig);
      expect(twice.ok && writeRig(twice.rig)).toBe(text);
    }),
  );
});
