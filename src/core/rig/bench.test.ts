import { demoRig } from "@/demo";
import { BENCH_LIMITS, EMPTY_BENCH, checkRig, readRig, writeRig, type LogEntry, type Rig } from ".";

const slip = demoRig("slip-gate");
const PHOTO = "data:image/jpeg;base64,AAAA";
const entry = (nth: number, values: Partial<LogEntry> = {}): LogEntry => ({
  id: `entry-${nth}`,
  at: nth,
  unit: "V",
  place: "U1.16",
  value: 5,
  ...values,
});
const withLog = (log: readonly LogEntry[]): unknown =>
  JSON.parse(JSON.stringify({ ...slip, bench: { ...EMPTY_BENCH, log } } satisfies Rig));
const problemOf = (rig: unknown) => {
  const read = checkRig(rig);
  return read.ok ? undefined : `${read.problems[0]!.path} ${read.problems[0]!.message}`;
};

test("what was noted at the bench is written and read back as it is", () => {
  const read = readRig(writeRig(slip));
  expect(read.ok && read.rig.bench).toEqual(slip.bench);
});

test("photos are JPEGs of a bounded size, and so many of them", () => {
  expect(problemOf(withLog([entry(1, { photo: PHOTO })]))).toBeUndefined();
  expect(problemOf(withLog([entry(1, { photo: "data:image/svg+xml;base64,AAAA" })]))).toMatch(
    /bench\.log\[0\]\.photo must be a JPEG/,
  );
  expect(problemOf(withLog([entry(1, { photo: `${PHOTO}${"A".repeat(90_000)}` })]))).toMatch(/at most 60 kB/);
  const many = Array.from({ length: BENCH_LIMITS.photos + 1 }, (_, nth) => entry(nth, { photo: PHOTO }));
  expect(problemOf(withLog(many))).toMatch(/bench\.log has 25 photos, and may have 24/);
});

test.each<[string, Partial<LogEntry>, RegExp]>([
  ["a unit nobody measures in", { unit: "kg" as never }, /unit/],
  ["no place", { place: "" }, /place/],
  ["a moment before time", { at: -1 }, /at/],
  ["a value without end", { value: 1e12 }, /value/],
])("%s is refused", (_, values, says) => expect(problemOf(withLog([entry(1, values)]))).toMatch(says));
