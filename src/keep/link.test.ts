import "fake-indexeddb/auto";
import { deflateSync, strToU8 } from "fflate";
import { DEMO_RIGS, demoRig } from "@/demo";
import { LINK_LIMIT, importPacked, packRig } from "./link";
import { shelfEntries } from "./shelf";

const link = (text: string) => `1.${Buffer.from(deflateSync(strToU8(text))).toString("base64url")}`;

test.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))(
  "%s comes out of its link as it went in, as a copy",
  async (_, rig) => {
    const packed = packRig(rig);
    if (!packed.ok) {
      expect(packed.length).toBeGreaterThan(LINK_LIMIT);
      return;
    }
    expect(packed.packed).toMatch(/^1\.[A-Za-z0-9_-]+$/);
    const opened = await importPacked(packed.packed);
    expect(opened).toMatchObject({ ok: true });
    if (!opened.ok) return;
    expect(opened.rig.id).not.toBe(rig.id);
    expect({ ...opened.rig, id: rig.id, name: rig.name }).toEqual(rig);
  },
);

test("most demo rigs fit into a link", () => {
  expect(DEMO_RIGS.filter((rig) => packRig(rig).ok).length).toBeGreaterThan(DEMO_RIGS.length - 3);
});

describe("a link that is not right", () => {
  const packed = packRig(demoRig("slip-gate"));
  const good = packed.ok ? packed.packed : "";

  test.each([
    ["cut off", good.slice(0, -40), /cut off or changed/],
    ["changed", `${good.slice(0, 60)}AAAA${good.slice(64)}`, /cut off or changed|./],
    ["of another form", `9.${good.slice(2)}`, /newer version/],
    ["nothing", "", /holds no rig/],
    ["no base 64", "1.%%%", /cut off or changed/],
    ["too long", `1.${"A".repeat(LINK_LIMIT)}`, /at most 30000/],
    ["no JSON", link("hello"), /./],
    ["no rig", link('{"version": 2}'), /./],
    ["a text without end", link(" ".repeat(20_000_000)), /cut off or changed/],
  ])("%s is refused, and nothing is stored", async (_, text, message) => {
    const before = (await shelfEntries()).length;
    const opened = await importPacked(text);
    expect(opened.ok).toBe(false);
    expect(!opened.ok && opened.problems[0]!.message).toMatch(message);
    expect(await shelfEntries()).toHaveLength(before);
  });
});
