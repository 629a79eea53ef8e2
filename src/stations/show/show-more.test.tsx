import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { asUnit, type Rig } from "@/core/rig";
import { startWith, type Start } from "@/core/live";
import { demoRig, plainDemoRig } from "@/demo";
import { show } from "./fixtures/shown";

const started = (id: string, start: Start["id"]): Rig => {
  const made = startWith(plainDemoRig(id), start);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
const region = (name: string) => within(screen.getByRole("region", { name }));
const adds = async (hands: ReturnType<typeof userEvent.setup>, part: string | RegExp) => {
  await hands.click(screen.getByRole("button", { name: "Add an input or output part" }));
  await hands.click(await screen.findByText(part));
};

describe("a clock", () => {
  test("is kept by a chip instead of the board: what is the board's alone goes, also being kept", async () => {
    const rig = started("water-warmth", "clock");
    const [day] = rig.live!.values;
    const { hands, live } = show({
      ...rig,
      live: { ...rig.live!, values: [{ ...day!, kept: true } as typeof day & object] },
    });
    await adds(hands, "A clock chip on I²C, two lines");
    await hands.click(screen.getByRole("button", { name: "Change day" }));
    const values = region("Values");
    expect(values.getByRole("textbox", { name: /At power-up/ })).toBeTruthy();
    await hands.selectOptions(values.getByRole("combobox", { name: "Kept by" }), "SE1");
    expect(live().values).toEqual([{ name: "day", clock: { hours: 24, start: 43_200, chip: "SE1" } }]);
    expect(values.queryByRole("textbox", { name: /At power-up/ })).toBeNull();
    expect(values.queryByRole("checkbox")).toBeNull();
    expect(values.getByText(/as SE1 keeps it, also while the power is off/)).toBeTruthy();
    await hands.selectOptions(values.getByRole("combobox", { name: "Kept by" }), "");
    expect(live().values[0]).toMatchObject({ clock: { hours: 24, start: 43_200 } });
    expect("chip" in (live().values[0] as { clock: object }).clock).toBe(false);
  });

  test("what a chip says at power-up is set as a time, and what is no time is refused", async () => {
    const { hands, now } = show(started("water-warmth", "clock-chip"));
    const field = screen.getByRole("textbox", { name: /Reads at power-up/ });
    expect((field as HTMLInputElement).value).toBe("12:30:00");
    await hands.clear(field);
    await hands.type(field, "25:00{Enter}");
    expect(screen.getByText(/hours and minutes, as in 07:30/)).toBeTruthy();
    await hands.clear(field);
    await hands.type(field, "23:59:50{Enter}");
    expect(now().units.find(({ ref }) => ref === "SE1")!.hand).toEqual({ rests: 86_390 });
    expect(screen.getByText(/± 2 ppm: up to 0.17 s a day/)).toBeTruthy();
  });

  test("a condition on it is typed as a time", async () => {
    const rig = started("water-warmth", "clock");
    const { hands, live } = show({
      ...rig,
      live: {
        ...rig.live!,
        events: [{ when: { value: "day", is: "equal", than: 0 }, does: { light: "dark" } }],
      },
    });
    await hands.click(screen.getByRole("button", { name: "Change event 1" }));
    const number = region("Events").getByRole("textbox", { name: "Time" });
    expect((number as HTMLInputElement).value).toBe("00:00");
    await hands.clear(number);
    await hands.type(number, "22:15{Enter}");
    expect(live().events[0]!.when.than).toBe(22 * 60 + 15);
  });
});

describe("what is done", () => {
  test("light: dark, lit, and the steps of a chip that has some", async () => {
    const { hands, live } = show(started("water-warmth", "count"));
    await hands.click(screen.getByRole("button", { name: /^Change control 1/ }));
    const controls = region("Controls");
    await hands.selectOptions(controls.getByRole("combobox", { name: "What changes" }), " light");
    expect(live().controls[0]!.does).toEqual({ light: "switch" });
    await hands.selectOptions(controls.getByRole("combobox", { name: "How" }), "level");
    expect(live().controls[0]!.does).toEqual({ light: "level", level: 0 });
    const step = controls.getByRole("textbox", { name: /Step/ });
    await hands.clear(step);
    await hands.type(step, "7{Enter}");
    expect(live().controls[0]!.does).toEqual({ light: "level", level: 7 });
    expect(controls.getAllByText(/brightness to step 7/).length).toBeGreaterThan(0);
  });

  test("light where nothing has steps: dark and lit alone are offered", async () => {
    const { hands } = show(started("river-level", "count"));
    await hands.click(screen.getByRole("button", { name: /^Change control 1/ }));
    const controls = region("Controls");
    await hands.selectOptions(controls.getByRole("combobox", { name: "What changes" }), " light");
    const how = controls.getByRole("combobox", { name: "How" });
    expect(
      within(how)
        .getAllByRole("option")
        .map(({ textContent }) => textContent),
    ).toEqual(["dark, or lit again", "dark", "lit again"]);
  });

  test("a passive buzzer sounds at its own pitch or another, which outlives another way to sound", async () => {
    const { hands, live, now } = show(started("water-warmth", "count"));
    await adds(hands, "A passive buzzer for tones, with transistor and diode");
    expect(now().units.filter(({ part }) => part === "rectifier-diode")).toHaveLength(1);
    await hands.click(screen.getByRole("button", { name: /^Change control 1/ }));
    const controls = region("Controls");
    await hands.selectOptions(controls.getByRole("combobox", { name: "What changes" }), "BZ1");
    const tone = controls.getByRole("textbox", { name: /Tone, Hz/ });
    expect((tone as HTMLInputElement).value).toBe("2048");
    await hands.clear(tone);
    await hands.type(tone, "880{Enter}");
    expect(live().controls[0]!.does).toEqual({ switch: "BZ1", how: "pulse", ms: 1000, tone: 880 });
    await hands.selectOptions(controls.getByRole("combobox", { name: "How" }), "on");
    expect(live().controls[0]!.does).toEqual({ switch: "BZ1", how: "on", tone: 880 });
    await hands.selectOptions(controls.getByRole("combobox", { name: "How" }), "off");
    expect(live().controls[0]!.does).toEqual({ switch: "BZ1", how: "off" });
    expect(controls.queryByRole("textbox", { name: /Tone/ })).toBeNull();
  });
});

describe("contacts by interrupts", () => {
  test("are chosen, and the picture of a press has them where a line can", async () => {
    const { hands, live } = show(started("water-warmth", "count"));
    await hands.click(screen.getByRole("radio", { name: /^Interrupt/ }));
    expect(live().debounce.way).toBe("interrupt");
    const sheet = await screen.findByRole("region", { name: "A press, edge by edge" }, { timeout: 20_000 });
    await waitFor(() => expect(within(sheet).getByText("interrupt")).toBeTruthy(), { timeout: 20_000 });
  });

  test("logic is not offered them", () => {
    show(demoRig("boats-out"));
    expect(screen.getByRole("radio", { name: /^Wait until it settles/ })).toBeTruthy();
    expect(screen.queryByRole("radio", { name: /^Interrupt/ })).toBeNull();
  });
});

test("a message may be kept over a power cut, and how long a write takes is said", async () => {
  const { hands, live } = show(started("lock-gauge", "message"));
  await hands.click(screen.getByRole("button", { name: "Change notice" }));
  await hands.click(region("Values").getByRole("checkbox", { name: "Kept when the power is off" }));
  expect(live().values[0]).toMatchObject({ name: "notice", kept: true });
  expect(await screen.findByText(/A write takes up to 1\d0 ms/, {}, { timeout: 20_000 })).toBeTruthy();
});

test("a tape says what a clock chip is set to as a time", async () => {
  const rig = started("water-warmth", "clock-chip");
  show({
    ...rig,
    tapes: [{ name: "Midnight", items: [{ at: 500, set: asUnit("SE1"), to: 86_395 }] }],
  });
  expect(await screen.findByText("SE1 set to 23:59:55")).toBeTruthy();
});
