import { TOPICS } from "@/core/subject";
import { demoRig } from "@/demo";
import { STATIONS, stationFor, stationsFor } from ".";

test("every topic has one station, and no two stations share a name or a key", () => {
  for (const topic of TOPICS) expect(STATIONS.filter(({ topics }) => topics.includes(topic))).toHaveLength(1);
  expect(new Set(STATIONS.map(({ name }) => name)).size).toBe(STATIONS.length);
  expect(new Set(STATIONS.map(({ key }) => key)).size).toBe(STATIONS.length);
});

test("keys stay what they are: makers have them in their fingers", () => {
  expect(STATIONS.map(({ name, key }) => `${key} ${name}`)).toEqual([
    "1 plan",
    "2 wires",
    "3 current",
    "4 glyphs",
    "5 scan",
    "6 writes",
    "7 frames",
    "8 show",
    "9 bench",
    "0 code",
  ]);
});

test("digits have glyphs, dots have frames", () => {
  const names = (id: string) => stationsFor(demoRig(id).plan).map(({ name }) => name);
  expect(names("river-level")).not.toContain("frames");
  expect(names("tide-notice")).not.toContain("glyphs");
});

test("what a trail or a finding is about leads to a station", () => {
  expect(stationFor("wiring").name).toBe("wires");
  expect(stationFor("program").name).toBe("code");
});
