import "fake-indexeddb/auto";
import { MODULES, MOST_OWN_MODULES, type ModuleSheet } from "@/core/rig";
import { makeBackup, restoreBackup } from "./backup";
import { database } from "./database";
import { OWN_MODULES, forgetModule, keepModule, ownModules } from "./modules";

const named = (name: string, note = ""): ModuleSheet => {
  const { kind: _, ...bought } = MODULES[0]!.bought;
  return { ...MODULES[0]!, bought: { ...bought, name }, note };
};
const names = async () => (await ownModules()).map(({ bought }) => bought.name);

beforeEach(async () => {
  await database().rigs.clear();
  await database().settings.clear();
});

describe("modules of one's own", () => {
  test("are kept by their names, and one gives way to another of its name", async () => {
    await keepModule(named("tall"));
    await keepModule(named("short", "first"));
    await keepModule(named("short", "second"));
    expect(await names()).toEqual(["short", "tall"]);
    expect((await ownModules())[0]!.note).toBe("second");
    await forgetModule("tall");
    expect(await names()).toEqual(["short"]);
  });

  test("what is damaged is left out, and stays where it is", async () => {
    await database().settings.put({ key: OWN_MODULES, value: [{ bought: 1 }, named("good"), null] });
    expect(await names()).toEqual(["good"]);
    await keepModule(named("next"));
    expect(await names()).toEqual(["good", "next"]);
    expect((await database().settings.get(OWN_MODULES))!.value).toHaveLength(4);
  });

  test("no more than fit are kept, and none is lost for another", async () => {
    const many = Array.from({ length: MOST_OWN_MODULES }, (_, at) => named(`module ${at}`));
    await database().settings.put({ key: OWN_MODULES, value: many });
    expect(await keepModule(named("one more"))).toMatch(/100 modules are kept already/);
    expect(await names()).not.toContain("one more");
    expect(await keepModule(named("module 7", "changed"))).toBeUndefined();
    expect(await names()).toHaveLength(MOST_OWN_MODULES);
  });

  test("a back-up brings them along, and overwrites none", async () => {
    await keepModule(named("tall", "of the back-up"));
    await keepModule(named("short"));
    const { bytes } = await makeBackup();
    await database().settings.clear();
    await keepModule(named("tall", "of now"));
    await restoreBackup(new Blob([bytes as Uint8Array<ArrayBuffer>]));
    expect(await names()).toEqual(["short", "tall"]);
    expect((await ownModules()).find(({ bought }) => bought.name === "tall")!.note).toBe("of now");
  });
});
