import { readFileSync } from "node:fs";
import { act, screen, waitFor, within } from "@testing-library/react";
import { demoRig, plainDemoRig } from "@/demo";
import { relay } from "@/core/rig";
import { vcdOf } from "@/core/trace";
import { handFile, useRefusal } from "@/store";
import { showStation } from "../../fixtures/open";
import { WritesStation } from "../writes";

const capture = (name: string) => readFileSync(`public/captures/${name}.vcd`, "utf8");
const LONG = { timeout: 30_000 };

async function captures(rig: ReturnType<typeof demoRig>) {
  const shown = showStation(WritesStation, rig);
  await shown.hands.click(await screen.findByRole("button", { name: "A capture" }));
  await screen.findByRole("button", { name: /Open a capture/ });
  const open = async (text: string, name: string) => {
    const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
    await shown.hands.upload(input, new File([text], name));
  };
  return { ...shown, open };
}

describe("a capture", () => {
  test("is surveyed, its signals mapped, and its faces and writes shown; nothing is otherwise where nothing is", async () => {
    const { open, hands, now } = await captures(plainDemoRig("water-warmth"));
    await open(capture("water-warmth"), "bench.vcd");
    expect((await screen.findByText(/^bench\.vcd$/, undefined, LONG)).closest("p")!.textContent).toMatch(
      /VCD, \d+ signals, [\d,]+ changes over/,
    );
    const signals = await screen.findAllByRole<HTMLSelectElement>("combobox", { name: /^Signal of / });
    expect(signals.map(({ value }) => value)).not.toContain("");
    const against = await screen.findByRole("heading", { name: "Compared with the rig’s own program" }, LONG);
    expect(against.closest("section")!.textContent).toMatch(
      /alike It sets the chips up and writes to them as the rig.s own program does/,
    );
    expect(document.body.textContent).toMatch(/12\.5/);
    // Right on the wire: that counts in a search for a fault.
    await hands.click(screen.getByRole("button", { name: "Take it to the bench" }));
    expect(now().bench!.searches).toEqual([
      expect.objectContaining({ name: "From a capture", sent: "right" }),
    ]);
    await hands.click(screen.getByRole("button", { name: "Take it to the bench" }));
    expect(now().bench!.searches).toHaveLength(1);
  }, 60_000);

  test("with a signal on another line by hand, what it says is another thing; put back, it is as before", async () => {
    const { open, hands } = await captures(plainDemoRig("water-warmth"));
    await open(capture("water-warmth"), "bench.vcd");
    const [first, second] = await screen.findAllByRole<HTMLSelectElement>(
      "combobox",
      { name: /^Signal of / },
      LONG,
    );
    const [one, other] = [first!.value, second!.value];
    await hands.selectOptions(first!, other);
    await hands.selectOptions(second!, one);
    expect(screen.getAllByText("by hand")).toHaveLength(2);
    await hands.selectOptions(first!, one);
    await hands.selectOptions(second!, other);
    expect(screen.queryByText("by hand")).toBeNull();
  }, 60_000);

  test("that is none is told of in words, and another one dropped on the page takes its place", async () => {
    const { open } = await captures(plainDemoRig("water-warmth"));
    await open("this is no capture at all\n", "letter.txt");
    expect((await screen.findByRole("alert", undefined, LONG)).textContent).toContain(
      "“letter.txt” cannot be read",
    );
    act(() => handFile("capture", new File([capture("water-warmth")], "dropped.vcd")));
    expect(await screen.findByText("dropped.vcd", undefined, LONG)).toBeTruthy();
    expect(screen.queryByRole("alert")).toBeNull();
  }, 60_000);

  test("that is too large is refused before anything of it is read", async () => {
    await captures(plainDemoRig("water-warmth"));
    const file = new File(["x"], "huge.vcd");
    Object.defineProperty(file, "size", { value: 5e9 });
    act(() => handFile("capture", file));
    await waitFor(() => expect(useRefusal.getState().refusal?.title).toContain("huge.vcd"));
    expect(useRefusal.getState().refusal?.says).toMatch(/over \d+ MiB/);
  });

  test("with a fault in it names the fault", async () => {
    const { open } = await captures(plainDemoRig("crew-tally"));
    await open(capture("crew-tally"), "crew.vcd");
    const found = await screen.findByRole("heading", { name: "Compared with the rig’s own program" }, LONG);
    expect(within(found.closest("section")!).getAllByRole("listitem").length).toBeGreaterThan(0);
  }, 60_000);

  test("with what was read on the display gives the order of its digits, and takes it", async () => {
    // The rig believes in another order than the board the capture is from has.
    const warmth = plainDemoRig("water-warmth");
    const texts = ["1234", "5678", "90AF"];
    const table = { ...warmth, show: { ...warmth.show, texts, interval: 500 } };
    const turned = relay(table, { ...warmth.plan, digitOutputs: [4, 3, 2, 1, 5, 6, 7, 8] });
    const { open, hands, now } = await captures(turned);
    await open([...vcdOf(table, 2e9)].join(""), "bench.vcd");
    await screen.findByRole("heading", { name: "What did your display show?" }, LONG);
    const asked = screen.getAllByRole("textbox", { name: /^Read on the display at/ });
    expect(screen.getAllByText(/^by this rig/)[0]!.textContent).toBe("by this rig 4321");
    for (const [at, text] of texts.entries()) await hands.type(asked[at]!, text);
    await hands.click(screen.getByRole("button", { name: "Work out the order" }));
    await screen.findByText(/^Found: digits in the order 1, 2, 3, 4/);
    await hands.click(screen.getByRole("button", { name: "Take it" }));
    expect(now().plan.digitOutputs.slice(0, 4)).toEqual([1, 2, 3, 4]);
  }, 60_000);
});
