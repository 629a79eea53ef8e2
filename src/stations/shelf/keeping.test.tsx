import { act, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { DEMO_RIGS, demoRig } from "@/demo";
import { prepareShelf } from "@/keep";
import { keeper, useMessages, useRefusal } from "@/store";
import { Shelf } from "./shelf";

const cards = async () =>
  within(await screen.findByRole("list", { name: "Rigs" }))
    .getAllByRole("listitem")
    .filter((card) => card.className.includes("shelf-card"));
async function show() {
  await prepareShelf();
  await keeper().addDemoRigs();
  const hands = userEvent.setup();
  render(<Shelf />);
  await waitFor(async () => expect((await cards()).length).toBeGreaterThanOrEqual(DEMO_RIGS.length));
  const more = async (entry: string) => {
    await hands.click(screen.getByRole("button", { name: "More" }));
    await hands.click(await screen.findByRole("button", { name: entry }));
  };
  return { hands, more };
}
const remove = async (hands: ReturnType<typeof userEvent.setup>, name: string) => {
  await hands.click(screen.getByRole("button", { name: `More for ${name}` }));
  await hands.click(await screen.findByRole("button", { name: "Delete" }));
  await waitFor(() => expect(screen.queryByRole("link", { name: `Open ${name}` })).toBeNull());
};
const said = () => useMessages.getState().messages.at(-1)?.text;
const archive = async (name = "all.zip") => {
  const { bytes } = await keeper().makeBackup();
  return new File([bytes as BlobPart], name, { type: "application/zip" });
};
const restore = (hands: ReturnType<typeof userEvent.setup>, file: File) =>
  hands.upload(screen.getByLabelText("Back-up to restore"), file);

describe("the bin", () => {
  test("is empty at first; what is deleted lies in it, is put back, or goes for good after a question", async () => {
    const { hands, more } = await show();
    await more("Bin");
    const bin = within(await screen.findByRole("dialog", { name: "Bin" }));
    expect(await bin.findByText(/^The bin is empty/)).toBeTruthy();
    await hands.click(bin.getByRole("button", { name: "Close" }));
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    await remove(hands, "Slip gate");
    await remove(hands, "Oar rack");
    await more("Bin");
    const again = within(await screen.findByRole("dialog", { name: "Bin" }));
    await hands.click(await again.findByRole("button", { name: "Restore Slip gate" }));
    expect(await screen.findByRole("link", { name: "Open Slip gate" })).toBeTruthy();
    await hands.click(await again.findByRole("button", { name: /^Empty/ }));
    expect(again.getByText("Delete this rig for good?")).toBeTruthy();
    await hands.click(again.getByRole("button", { name: "No" }));
    expect(await keeper().binnedRigs()).toHaveLength(1);
    await hands.click(again.getByRole("button", { name: /^Empty/ }));
    await hands.click(again.getByRole("button", { name: /^(Yes|Delete)/ }));
    await waitFor(() => expect(said()).toBe("1 rig deleted for good"));
    expect(await keeper().binnedRigs()).toHaveLength(0);
  });

  test("demo rigs come back where they are missing, and are not made twice", async () => {
    const { hands, more } = await show();
    await remove(hands, "Oar rack");
    await act(() => keeper().emptyBin());
    await more("Bring back the demo rigs");
    await waitFor(() => expect(said()).toBe("1 demo rig brought back"));
    await more("Bring back the demo rigs");
    await waitFor(() => expect(said()).toBe("All demo rigs are on the shelf already"));
    expect(screen.getAllByRole("link", { name: "Open Oar rack" })).toHaveLength(1);
  });
});

describe("back-ups", () => {
  test("what is deleted comes back from one, and what is there is left as it is", async () => {
    const { hands } = await show();
    const file = await archive();
    await remove(hands, "River level");
    await act(() => keeper().emptyBin());
    await restore(hands, file);
    const list = within(await screen.findByRole("dialog", { name: /^Back-up of / }));
    expect(list.getByRole("heading", { name: "Back on the shelf: 1" })).toBeTruthy();
    expect(list.getByText("River level")).toBeTruthy();
    expect(list.getByRole("heading", { name: /^There already, and left as they are: \d+$/ })).toBeTruthy();
    expect(await screen.findByRole("link", { name: "Open River level" })).toBeTruthy();
  });

  test("a rig that has changed since stays, and the one of the back-up comes beside it under another name", async () => {
    const { hands } = await show();
    const file = await archive();
    await act(
      async () => void (await keeper().saveRig({ ...demoRig("wind-arrow"), note: "on the mast now" })),
    );
    await restore(hands, file);
    const list = within(await screen.findByRole("dialog", { name: /^Back-up of / }));
    expect(list.getByText("Wind arrow: now Wind arrow 2")).toBeTruthy();
    expect(await screen.findByRole("link", { name: "Open Wind arrow 2" })).toBeTruthy();
    const kept = (await keeper().shelfEntries()).find(
      (entry) => entry.kind === "rig" && entry.rig.name === "Wind arrow",
    );
    expect(kept?.kind === "rig" && kept.rig.note).toBe("on the mast now");
  });

  test("a file that is none is refused, by its name or its first bytes, and the shelf stays as it is", async () => {
    const { hands } = await show();
    const before = (await cards()).length;
    await restore(
      hands,
      new File(["PK\u0003\u0004 and then nothing"], "torn.zip", { type: "application/zip" }),
    );
    await waitFor(() => expect(useRefusal.getState().refusal?.title).toBe("torn.zip was not restored"));
    expect(useRefusal.getState().refusal!.says).toMatch(/Nothing on the shelf was changed\.$/);
    expect(await cards()).toHaveLength(before);
  });
});
