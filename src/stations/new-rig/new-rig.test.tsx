import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { checkRig } from "@/core/rig";
import { shelfEntries } from "@/keep";
import { sentTo } from "@/ui/fixtures/navigation";
import { NewRig } from "./new-rig";

const show = () => {
  render(<NewRig />);
  return userEvent.setup();
};
const preview = () => within(screen.getByRole("complementary", { name: "The rig this gives" }));

describe("A new rig", () => {
  test("the answers give a rig at once, and another display another one", async () => {
    const hands = show();
    const parts = () => Number(/(\d+) parts/.exec(preview().getByText(/parts,/).textContent!)![1]);
    await waitFor(() => expect(parts()).toBeGreaterThan(5));
    const one = parts();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Display" }), "4 digits");
    await waitFor(() => expect(parts()).toBeGreaterThan(one));
  });

  test("it is stored as it was shown, and opened", async () => {
    const hands = show();
    const name = screen.getByRole("textbox", { name: "Name of the rig" });
    await hands.clear(name);
    await hands.type(name, "Mooring lamp");
    const radios = within(screen.getByRole("radiogroup", { name: "Polarity of the display" }));
    await hands.click(radios.getByRole("radio", { name: /anode/ }));
    await hands.click(await screen.findByRole("button", { name: /rig|Build|Make/ }));
    await waitFor(() => expect(sentTo.at(-1)).toMatch(/^\/rig\/.+\/wires$/));
    const entries = await shelfEntries();
    const made = entries.find((entry) => entry.kind === "rig" && entry.rig.name === "Mooring lamp");
    expect(made?.kind === "rig" && made.rig.plan.polarity).toBe("common-anode");
    expect(checkRig(made!.record.rig).ok).toBe(true);
  });

  test("without a name it says what is missing, and nothing is stored", async () => {
    const hands = show();
    const before = (await shelfEntries()).length;
    await hands.clear(screen.getByRole("textbox", { name: "Name of the rig" }));
    await hands.click(await screen.findByRole("button", { name: /rig|Build|Make/ }));
    expect(await screen.findByText("Give it a name")).toBeTruthy();
    expect(await shelfEntries()).toHaveLength(before);
  });

  test("what nothing drives yet says so with what there is, and cannot be built", async () => {
    const hands = show();
    const built = () => screen.getByRole<HTMLButtonElement>("button", { name: /^Build/ });
    await hands.selectOptions(
      screen.getByRole("combobox", { name: "Display" }),
      "eight 8 × 8 modules in a row",
    );
    const radios = within(screen.getByRole("radiogroup", { name: "Polarity of the display" }));
    await hands.click(radios.getByRole("radio", { name: /anodes/ }));
    expect(
      await screen.findByText(/^No way drives this display with rows of anodes; with cathodes/),
    ).toBeTruthy();
    expect(built().disabled).toBe(true);
    await hands.click(radios.getByRole("radio", { name: /cathodes/ }));
    await waitFor(() => expect(built().disabled).toBe(false));
    expect(screen.queryByText(/^No way drives/)).toBeNull();
  });

  test("what seven segments cannot show is said with the letters", async () => {
    const hands = show();
    const field = screen.getByRole("textbox", { name: "Characters, one after the other" });
    await hands.clear(field);
    await hands.type(field, "1€2");
    expect(await screen.findByText("Seven segments cannot show “€”")).toBeTruthy();
  });

  test("a choice of way goes into the rig, and with another display the usual text comes", async () => {
    const hands = show();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Display" }), "4 digits");
    expect(screen.getByRole<HTMLTextAreaElement>("textbox", { name: "Texts, one a line" }).value).toBe(
      "12.34\n-0.5",
    );
    const way = screen.getByRole<HTMLSelectElement>("combobox", { name: "Way to drive it" });
    const tube = within(way)
      .getAllByRole<HTMLOptionElement>("option")
      .find((one) => /TM1637/.test(one.text));
    expect(tube).toBeUndefined();
    const max = within(way)
      .getAllByRole<HTMLOptionElement>("option")
      .find((one) => /MAX7219/.test(one.text))!;
    await hands.selectOptions(way, max);
    await waitFor(() => expect(preview().getByText(/parts,/).textContent).toMatch(/, 3 controller lines/));
  });

  test("a module needs neither polarity nor way nor resistors: four blocks in a row are five leads", async () => {
    const hands = show();
    const display = screen.getByRole("combobox", { name: "Display" });
    const [first] = within(display).getAllByRole<HTMLOptionElement>("option");
    expect(first!.value).toMatch(/^module /);
    await hands.selectOptions(display, "module dots-4-max7219");
    expect(screen.queryByRole("radiogroup", { name: "Polarity of the display" })).toBeNull();
    expect(screen.queryByRole("combobox", { name: "Way to drive it" })).toBeNull();
    expect(screen.queryByRole("radiogroup", { name: "Resistors" })).toBeNull();
    await waitFor(() => expect(preview().getByText(/^2 parts, 5 wires, 3 controller lines/)).toBeTruthy());
    await hands.selectOptions(screen.getByRole("combobox", { name: "How many of them" }), "2");
    await waitFor(() => expect(preview().getByText(/^3 parts, 10 wires/)).toBeTruthy());
    const text = screen.getByRole("textbox", { name: "Text" });
    await hands.clear(text);
    await hands.type(text, "FERRY AT 9");
    await hands.click(screen.getByRole("button", { name: /^Build/ }));
    await waitFor(() => expect(sentTo.at(-1)).toMatch(/wires$/));
    const made = (await shelfEntries()).flatMap((entry) => (entry.kind === "rig" ? [entry.rig] : [])).at(-1)!;
    expect(made.sign!.scenes).toMatchObject([{ text: "FERRY AT 9" }]);
    expect(made.sign!.modules[0]!.x).toBe(56);
  });

  test("ways that do not fit say why", async () => {
    show();
    expect(await screen.findByText(/more do not fit, and why$/)).toBeTruthy();
    expect(screen.getByText(/its segments only sink: it needs a common-anode display/)).toBeTruthy();
  });

  test("a module of one's own from the start: entered, taken, and built", async () => {
    const hands = show();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Display" }), "own-module");
    const dialog = within(await screen.findByRole("dialog"));
    await hands.selectOptions(dialog.getByRole("combobox", { name: "Most like" }), "digits-8-max7219");
    const name = dialog.getByRole("textbox", { name: "Name of the module" });
    await hands.clear(name);
    await hands.type(name, "eight from the drawer");
    await hands.click(dialog.getByRole("button", { name: "Use this module" }));
    await waitFor(() =>
      expect(screen.getByRole<HTMLSelectElement>("combobox", { name: "Display" }).value).toBe(
        "mine eight from the drawer",
      ),
    );
    await waitFor(() => expect(preview().getByText(/^2 parts, 5 wires/)).toBeTruthy());
  });

  test("a display leg by leg from the start", async () => {
    const hands = show();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Display" }), "own");
    const dialog = within(await screen.findByRole("dialog"));
    await hands.click(dialog.getByRole("button", { name: "Use this display" }));
    await waitFor(() =>
      expect(screen.getByRole<HTMLSelectElement>("combobox", { name: "Display" }).value).toBe("own"),
    );
    await waitFor(() => expect(preview().getByText(/parts, /)).toBeTruthy());
  });
});
