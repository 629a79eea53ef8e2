import { act, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { writeRig } from "@/core/rig";
import { DEMO_RIGS, demoRig } from "@/demo";
import { prepareShelf } from "@/keep";
import { useMessages, useRefusal } from "@/store";
import { sentTo } from "@/ui/fixtures/navigation";
import { Simulator } from "@/workers/fixtures/inside";
import { Shelf } from "./shelf";

const cards = async () =>
  within(await screen.findByRole("list", { name: "Rigs" }))
    .getAllByRole("listitem")
    .filter((card) => card.className.includes("shelf-card"));
const show = async () => {
  await prepareShelf();
  const hands = userEvent.setup();
  render(<Shelf />);
  await waitFor(async () => expect((await cards()).length).toBeGreaterThanOrEqual(DEMO_RIGS.length));
  return hands;
};
const fileOf = (text: string, name: string) => new File([text], name, { type: "application/json" });
const take = (hands: ReturnType<typeof userEvent.setup>, file: File) =>
  hands.upload(document.querySelector<HTMLInputElement>('input[type="file"][accept^=".json"]')!, file);

describe("The shelf", () => {
  test("has every demo rig with what it is made of, and each card opens its rig", async () => {
    await show();
    for (const { id, name } of DEMO_RIGS)
      expect(screen.getByRole("link", { name: `Open ${name}` }).getAttribute("href")).toBe(`/rig/${id}/plan`);
    const slip = (await cards())[0]!;
    expect(slip.textContent).toContain("74HC595");
    expect(slip.textContent).toMatch(/ATmega328P/);
  });

  test("a face runs while its card is in sight, and stands still while it is not", async () => {
    const watched = new Map<Element, (seen: boolean) => void>();
    class Observer {
      constructor(private readonly tell: (entries: { isIntersecting: boolean }[]) => void) {}
      observe(place: Element) {
        watched.set(place, (isIntersecting) => act(() => this.tell([{ isIntersecting }])));
      }
      unobserve() {}
      disconnect() {}
    }
    const before = globalThis.IntersectionObserver;
    const run = jest.spyOn(Simulator.prototype, "advance");
    Object.assign(globalThis, { IntersectionObserver: Observer });
    try {
      await show();
      const asked = () => new Set(run.mock.calls.map(([key]) => key));
      await new Promise((resolve) => setTimeout(resolve, 200));
      run.mockClear();
      const [first, second] = await cards();
      watched.get(first!)!(true);
      await waitFor(() => expect(run.mock.calls.length).toBeGreaterThan(2));
      expect([...asked()]).toEqual([`card-${DEMO_RIGS[0]!.id}`]);
      watched.get(first!)!(false);
      watched.get(second!)!(true);
      run.mockClear();
      await waitFor(() => expect(run.mock.calls.length).toBeGreaterThan(2));
      expect([...asked()].at(-1)).toBe(`card-${DEMO_RIGS[1]!.id}`);
      run.mockClear();
      await waitFor(() => expect(run.mock.calls.length).toBeGreaterThan(2));
      expect([...asked()]).toEqual([`card-${DEMO_RIGS[1]!.id}`]);
    } finally {
      Object.assign(globalThis, { IntersectionObserver: before });
      run.mockRestore();
    }
  });

  test("a rig is deleted, comes back by Undo, and is duplicated under a name of its own", async () => {
    const hands = await show();
    const before = (await cards()).length;
    await hands.click(screen.getByRole("button", { name: "More for Slip gate" }));
    await hands.click(await screen.findByRole("button", { name: "Delete" }));
    await waitFor(async () => expect(await cards()).toHaveLength(before - 1));
    const said = useMessages.getState().messages.at(-1)!;
    expect(said.text).toBe("Slip gate deleted");
    said.action!.run();
    await waitFor(async () => expect(await cards()).toHaveLength(before));
    await hands.click(screen.getByRole("button", { name: "More for Slip gate" }));
    await hands.click(await screen.findByRole("button", { name: "Duplicate" }));
    expect(await screen.findByRole("link", { name: "Open Slip gate 2" })).toBeTruthy();
  });

  test("the menu stands where its button stood, and has the focus", async () => {
    const hands = await show();
    await hands.click(screen.getByRole("button", { name: "More for River level" }));
    const toggle = await screen.findByRole("button", { name: "More for River level", expanded: true });
    expect(document.activeElement).toBe(toggle);
    await hands.keyboard("{ArrowDown}");
    expect(document.activeElement?.textContent).toBe("Export .pip.json");
  });

  test("name and note are changed in a form", async () => {
    const hands = await show();
    await hands.click(screen.getByRole("button", { name: "More for Oar rack" }));
    await hands.click(await screen.findByRole("button", { name: "Name and note" }));
    const name = await screen.findByRole("textbox", { name: "Name" });
    await hands.clear(name);
    expect((await screen.findByRole("alert")).textContent).toBe("A rig needs a name.");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Save" }).disabled).toBe(true);
    await hands.type(name, "Oars");
    await hands.click(screen.getByRole("button", { name: "Save" }));
    expect(await screen.findByRole("link", { name: "Open Oars" })).toBeTruthy();
  });

  test("a rig file is taken in, and can be opened", async () => {
    const hands = await show();
    await take(hands, fileOf(writeRig({ ...demoRig("slip-gate"), name: "From a file" }), "a.pip.json"));
    expect(await screen.findByRole("link", { name: "Open From a file" })).toBeTruthy();
    useMessages.getState().messages.at(-1)!.action!.run();
    expect(sentTo.at(-1)).toMatch(/^\/rig\/.+\/plan$/);
  });

  test("a file that is none is refused with where and why, and changes nothing", async () => {
    const hands = await show();
    const before = (await cards()).length;
    await take(hands, fileOf('{"format": "bold-pip-rig", "version": 2}', "broken.json"));
    await waitFor(() => expect(useRefusal.getState().refusal?.title).toBe("broken.json was not imported"));
    expect(useRefusal.getState().refusal!.problems[0]).toEqual({ path: "id", message: "is missing" });
    expect(await cards()).toHaveLength(before);
  });
});
