import "fake-indexeddb/auto";
import { database } from "./database";
import { follow, onStored, unfollow, type Head } from "./follow";
import { binRig, prepareShelf, saveRig, unbinRig } from "./shelf";
import { DEMO_RIGS } from "@/demo";

const slip = DEMO_RIGS[0]!;
const soon = async (until: () => boolean) => {
  for (let tries = 0; !until(); tries += 1) {
    if (tries > 200) throw new Error("it never came");
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
};

beforeEach(async () => {
  await database().rigs.clear();
  await database().settings.clear();
  await prepareShelf();
});

test("how a rig stands is told at once and after every change of it, until it is followed no more", async () => {
  const heads: Head[] = [];
  const by = follow(slip.id, (head) => heads.push(head), fail);
  await soon(() => heads.length === 1);
  await saveRig({ ...slip, note: "changed" });
  await soon(() => heads.at(-1)?.revision === 2);
  await binRig(slip.id);
  await soon(() => heads.at(-1)?.there === false);
  await unbinRig(slip.id);
  await soon(() => heads.at(-1)?.there === true);
  const before = heads.length;
  unfollow(by);
  await saveRig({ ...slip, note: "unseen" });
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(heads).toHaveLength(before);
  expect(heads[0]).toEqual({ there: true, revision: 1 });
});

test("a rig that is not there is told of as such", async () => {
  const heads: Head[] = [];
  const by = follow("nothing", (head) => heads.push(head), fail);
  await soon(() => heads.length === 1);
  expect(heads[0]).toEqual({ there: false, revision: 0 });
  unfollow(by);
});

test("whoever shows the shelf hears of everything that is stored", async () => {
  let told = 0;
  onStored(() => (told += 1));
  await saveRig({ ...slip, note: "heard" });
  await soon(() => told > 0);
});

function fail(problem: Error): void {
  throw problem;
}
