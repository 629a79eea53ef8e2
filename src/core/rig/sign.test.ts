import { plainDemoRig } from "@/demo";
import { relay } from ".";
describe("a chain that grows or shrinks keeps what one has", () => {
  const tide = plainDemoRig("tide-notice");
  const stood = {
    ...tide,
    wires: tide.wires.map((wire) => ({ ...wire, placed: true })),
    sign: {
      ...tide.sign!,
      modules: tide.sign!.modules.map((place, at) => ({ ...place, turn: 180 as const, x: 24 - at * 8 })),
    },
  };

  test("two modules more: the others stay as they stand, the new ones go on the same way round", () => {
    const grown = relay(stood, { ...stood.plan, digits: 48 });
    expect(grown.sign!.modules.slice(0, 4)).toEqual(stood.sign.modules);
    expect(grown.sign!.modules.slice(4).map(({ x, y, turn }) => [x, y, turn])).toEqual([
      [32, 0, 180],
      [40, 0, 180],
    ]);
    const kept = new Set(stood.wires.map(({ from, to }) => `${from} ${to}`));
    const still = grown.wires.filter(({ from, to }) => kept.has(`${from} ${to}`));
    expect(still.length).toBe(stood.wires.length);
    expect(still.every(({ placed }) => placed)).toBe(true);
  });

  test("two fewer: no gap is left at the side", () => {
    const shrunk = relay(stood, { ...stood.plan, digits: 16 });
    expect(shrunk.sign!.modules.map(({ unit, x }) => [unit, x])).toEqual([
      ["DS1", 8],
      ["DS2", 0],
    ]);
  });
});
