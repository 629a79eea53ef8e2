import { act, screen, waitFor, within } from "@testing-library/react";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig, useRefusal } from "@/store";
import { show } from "./fixtures/shown";

const lines = (of: string) =>
  within(screen.getByRole("region", { name: of }))
    .queryAllByRole("button", { name: /^Change / })
    .map((button) => button.textContent);

describe("a rig that shows a list", () => {
  test("is offered ready starts; one is taken with its parts, and undone with them", async () => {
    const { hands, now, live } = show(demoRig("river-level"));
    expect(screen.getByText(/Now it runs through 5 texts/)).toBeTruthy();
    const units = now().units.length;
    const card = screen.getByText("Countdown").closest("li")!;
    await hands.click(within(card).getByRole("button", { name: "Start with this" }));
    expect(lines("Values")).toEqual([
      "left counts down from 60 s, 180 s, 300 s, in steps of 1 s, started by a control",
    ]);
    expect(lines("Controls")).toEqual([
      "SW1 pressed: left starts, or pauses",
      "SW2 pressed: left set back to its start",
      "SW3 pressed: next preset of left",
    ]);
    expect(lines("Events")).toEqual(["when left is 0 s BZ1 on for 1.5 s"]);
    expect(live().faces[0]!.shows).toBe("{left.m:00}.{left.s:00}");
    expect(now().units.length).toBe(units + 6);
    act(() => useOpenRig.temporal.getState().undo());
    expect(now().live).toBeUndefined();
    expect(now().units.length).toBe(units);
  });

  test("what a board cannot read is said, and nothing is half done", async () => {
    const { hands, now } = show(plainDemoRig("boats-out"));
    const before = now();
    const card = screen.getByText("Knob").closest("li")!;
    await hands.click(within(card).getByRole("button", { name: "Start with this" }));
    expect(useRefusal.getState().refusal?.says).toMatch(/no converter/);
    expect(now()).toBe(before);
  });
});

describe("what a rig does, line by line", () => {
  test("each says what it does, and what it is at now", async () => {
    show(demoRig("lap-bell"));
    expect(lines("Values")).toEqual([
      "lapsToGo from 0 to 12, starts at 12, stops at its limits, kept through a power cut",
    ]);
    expect(lines("Faces")).toEqual([
      "{lapsToGo} while lapsToGo is 0, blinking twice a second",
      "{lapsToGo} otherwise",
    ]);
    expect(lines("Controls")).toEqual([
      "SW1 pressed: lapsToGo down by 1, not below 0",
      "SW2 held for 2 s: lapsToGo set back to its start",
    ]);
    expect(lines("Events")).toEqual(["when lapsToGo is 1 BZ1 on for 1.5 s"]);
    const values = within(screen.getByRole("region", { name: "Values" }));
    expect(await values.findByText("12")).toBeTruthy();
  });

  test("a value gets another name wherever it is spoken of; a name that is none is refused", async () => {
    const { hands, live } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("button", { name: "Change lapsToGo" }));
    const field = screen.getByLabelText("Name", { selector: "input.mono" });
    await hands.clear(field);
    await hands.type(field, "2laps{Enter}");
    expect(screen.getByRole("alert").textContent).toMatch(/small letter/);
    await hands.clear(field);
    await hands.type(field, "rounds{Enter}");
    expect(live().values[0]!.name).toBe("rounds");
    expect(live().faces.map(({ shows }) => shows)).toEqual(["{rounds}", "{rounds}"]);
    expect(live().controls[0]!.does).toEqual({ step: -1, value: "rounds" });
    expect(live().events[0]!.when.value).toBe("rounds");
  });

  test("bounds, steps, gestures and events are changed in place", async () => {
    const { hands, live } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("button", { name: "Change lapsToGo" }));
    const most = screen.getByLabelText("Most");
    await hands.clear(most);
    await hands.type(most, "8{Enter}");
    expect(live().values[0]).toEqual({
      name: "lapsToGo",
      kept: true,
      count: { least: 0, most: 8, start: 8, wraps: false },
    });
    await hands.click(screen.getByRole("button", { name: "Change control 1, SW1" }));
    await hands.selectOptions(screen.getByLabelText("When it is"), "pressed, again while held");
    expect(lines("Controls")[0]).toBe(
      "SW1 pressed, and held for 500 ms: again every 150 ms, from 2 s every 40 ms: lapsToGo down by 1, not below 0",
    );
    await hands.click(screen.getByRole("button", { name: "Change event 1" }));
    const events = within(screen.getByRole("region", { name: "Events" }));
    await hands.selectOptions(events.getByLabelText("Comparison"), "is at most");
    await hands.selectOptions(events.getByLabelText("How"), "on");
    expect(live().events[0]).toEqual({
      when: { value: "lapsToGo", is: "at-most", than: 1 },
      does: { switch: "BZ1", how: "on" },
    });
  });

  test("a face that names no value is refused; one more is added and taken off", async () => {
    const { hands, live } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("button", { name: "Change face 2" }));
    const shows = screen.getByLabelText("Shows");
    await hands.clear(shows);
    await hands.type(shows, "{{laps}{Enter}");
    expect(screen.getByRole("alert").textContent).toMatch(/no value called laps/);
    const faces = within(screen.getByRole("region", { name: "Faces" }));
    await hands.click(faces.getByRole("button", { name: "Face" }));
    expect(live().faces).toHaveLength(3);
    await hands.click(faces.getByRole("button", { name: "Remove face 3" }));
    expect(live().faces).toHaveLength(2);
  });

  test("a value that is removed goes with all that is done to it", async () => {
    const { hands, live } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("button", { name: "Remove lapsToGo" }));
    expect(live()).toMatchObject({ values: [], faces: [{ shows: "-" }], controls: [], events: [] });
    expect(screen.getByText("No values yet: add a count, a timer, a reading…")).toBeTruthy();
  });

  test("a part is added to the table, wired, and bound", async () => {
    const { hands, live, now } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("button", { name: "Add an input or output part" }));
    await hands.click(await screen.findByRole("button", { name: "A push button, to ground" }));
    expect(now().units.at(-1)).toMatchObject({ ref: "SW3", part: "button", added: true });
    const controls = within(screen.getByRole("region", { name: "Controls" }));
    await hands.click(controls.getByRole("button", { name: "Control" }));
    expect(live().controls.at(-1)).toEqual({
      unit: "SW3",
      on: "press",
      does: { step: 1, value: "lapsToGo" },
    });
  });

  test("what cannot be done is said at its line", async () => {
    const bell = demoRig("lap-bell");
    show({
      ...bell,
      wires: bell.wires.filter(({ from, to }) => ![from, to].some((leg) => leg.startsWith("SW1."))),
    });
    const controls = within(screen.getByRole("region", { name: "Controls" }));
    expect(await controls.findByText("SW1 is on no line of the board.")).toBeTruthy();
  });

  test("schools are chosen, and what it takes of the board is told", async () => {
    const { hands, live } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("radio", { name: /Blocking wait/ }));
    expect(live().debounce).toEqual({ way: "wait", ms: 20 });
    await hands.click(screen.getByRole("radio", { name: /Subtract tens/ }));
    expect(live().digits).toBe("subtract");
    expect(await screen.findByText("6 of 20")).toBeTruthy();
  });

  test("what is kept over a power cut: how often, where, and how long the memory lasts", async () => {
    const { hands, live } = show(demoRig("lap-bell"));
    // 100,000 writes of a cell, over 100 places, every 2 s: 20 million s.
    expect(await screen.findByText("231 days")).toBeTruthy();
    await hands.click(screen.getByRole("radio", { name: /Always the same cell/ }));
    expect(live().keep).toEqual({ every: 2000, spread: false });
    expect(await screen.findByText("2 days")).toBeTruthy();
    expect(screen.getByText("Write less often, or spread over many cells.")).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "Change lapsToGo" }));
    await hands.click(screen.getByLabelText("Kept when the power is off"));
    expect(live().values[0]).not.toHaveProperty("kept");
    expect(screen.queryByText("Stored values")).toBeNull();
  });

  test("it goes back to its list, and begins anew with another start", async () => {
    const { hands, now } = show(demoRig("lap-bell"));
    await hands.click(screen.getByRole("button", { name: "Start over" }));
    await hands.click(await screen.findByRole("button", { name: "Clock" }));
    expect(now().live!.values[0]).toMatchObject({ name: "day" });
    await hands.click(screen.getByRole("button", { name: "Start over" }));
    await hands.click(await screen.findByRole("button", { name: "Back to the list of texts" }));
    expect(now().live).toBeUndefined();
    expect(screen.getByText(/Now it holds “12”/)).toBeTruthy();
  });
});

describe("tapes", () => {
  test("what is expected is checked in a moment, and what fails says what was there", async () => {
    const { hands, now } = show(demoRig("lap-bell"));
    const tapes = within(screen.getByRole("region", { name: "Tapes" }));
    await hands.click(tapes.getByRole("button", { name: "Check" }));
    expect(await tapes.findByText(/All 6 happened as expected/, undefined, { timeout: 20_000 })).toBeTruthy();
    const text = tapes.getByLabelText("Text");
    await hands.type(text, "13");
    const at = tapes.getByLabelText("At");
    await hands.clear(at);
    await hands.type(at, "0.4 s{Enter}");
    await hands.click(tapes.getByRole("button", { name: "Add" }));
    expect(now().tapes![0]!.items.at(-1)).toEqual({ at: 400, reads: "13" });
    await hands.click(tapes.getByRole("button", { name: "Check" }));
    expect(await tapes.findByText(/1 of 7 did not happen/, undefined, { timeout: 20_000 })).toBeTruthy();
    expect(tapes.getByText(/but reads “12”/)).toBeTruthy();
  });

  test("a tape plays on the face", async () => {
    const { hands } = show(demoRig("lap-bell"));
    const values = within(screen.getByRole("region", { name: "Values" }));
    await hands.click(screen.getByRole("button", { name: /Play/ }));
    await waitFor(() => expect(values.queryByText("12")).toBeNull(), { timeout: 20_000 });
  });
});

describe("what came with signs, keys and messages", () => {
  test("letters and motions of a sign are chosen, and a turn that ends with its text", async () => {
    const { hands, live } = show(demoRig("tide-notice"));
    expect(lines("Faces")).toEqual([
      "{notice} ↑ until it is through, in turn, running to the left",
      "{day.h}:{day.m:00} for 4 s, in turn",
    ]);
    const letters = screen.getByRole("region", { name: "Letters" });
    await hands.selectOptions(within(letters).getByRole("combobox", { name: "Font" }), "narrow");
    expect(live().sign).toEqual({ font: "narrow", align: "center", step: 50 });
    await hands.click(screen.getByRole("button", { name: "Change face 1" }));
    const faces = within(screen.getByRole("region", { name: "Faces" }));
    await hands.selectOptions(faces.getByRole("combobox", { name: "Its turn ends" }), "time");
    expect(live().faces[0]).toMatchObject({ runs: "left", for: 5000 });
    await hands.selectOptions(faces.getByRole("combobox", { name: "Its text" }), "stands");
    expect(live().faces[0]!.runs).toBeUndefined();
    expect(faces.getByText(/^Up to \d+ columns, and the display has 32/)).toBeTruthy();
  });

  test("a keypad is added with its lines, and a key of it bound to an entry", async () => {
    const { hands, now, live } = show(demoRig("heat-time"));
    await hands.click(screen.getByRole("button", { name: "Add a value" }));
    await hands.click(await screen.findByRole("button", { name: "A number typed by keys" }));
    expect(live().values.at(-1)).toEqual({
      name: "entry",
      entry: { digits: 2, least: 1, most: 99, start: 0 },
    });
    await hands.click(screen.getByRole("button", { name: "Add an input or output part" }));
    await hands.click(await screen.findByRole("button", { name: /^A keypad of twelve keys/ }));
    expect(now().units.some(({ part }) => part === "keypad-3x4")).toBe(true);
    expect(
      now().wires.filter(({ from, to }) => [from, to].some((leg) => leg.startsWith("KP1."))),
    ).toHaveLength(7);
    await hands.click(screen.getByRole("button", { name: "Control" }));
    await hands.click(screen.getByRole("button", { name: "Change control 4, SW1" }));
    const controls = within(screen.getByRole("region", { name: "Controls" }));
    await hands.selectOptions(controls.getByRole("combobox", { name: "Button" }), "KP1");
    await hands.selectOptions(controls.getByRole("combobox", { name: "Key" }), "#");
    await hands.selectOptions(controls.getByRole("combobox", { name: "What changes" }), "entry");
    await hands.selectOptions(controls.getByRole("combobox", { name: "How" }), "accept");
    expect(live().controls[3]).toEqual({ unit: "KP1", key: "#", on: "press", does: { accept: "entry" } });
  });

  test("a key is put on the chip that scans it", async () => {
    const { hands, now } = show(demoRig("crew-tally"));
    await hands.click(screen.getByRole("button", { name: "Add an input or output part" }));
    await hands.click(await screen.findByRole("button", { name: /^A key on U1/ }));
    await waitFor(() => expect(now().units.some(({ ref }) => ref === "SW5")).toBe(true));
    expect(
      now().wires.filter(({ from, to }) => [from, to].some((leg) => leg.startsWith("SW5."))),
    ).toHaveLength(2);
  });

  test("a reading of another part is calibrated by that part's own sheet", async () => {
    const { hands, live } = show(demoRig("water-warmth"));
    await hands.click(screen.getByRole("button", { name: "Add an input or output part" }));
    await hands.click(await screen.findByText("A distance sensor, trigger and echo"));
    await hands.click(screen.getByRole("button", { name: "Change warmth" }));
    expect(screen.getByRole("textbox", { name: "Converter at" })).toBeTruthy();
    await hands.selectOptions(screen.getByRole("combobox", { name: "Of" }), "SE2");
    const [value] = live().values;
    expect(value).toMatchObject({ reading: { of: "SE2", samples: 1, every: 100 } });
    expect(screen.getByRole("textbox", { name: "Echo of, µs" })).toBeTruthy();
    expect(screen.queryByRole("combobox", { name: "Mean of" })).toBeNull();
    expect(lines("Values")[0]).toMatch(/reading of SE2 every 100 ms/);
  });

  test("the program is seen at work: where its time goes, and what happens", async () => {
    show(demoRig("water-warmth"));
    const sheet = await screen.findByRole("region", { name: "The program at work" }, { timeout: 20_000 });
    await waitFor(
      () => {
        const rows = within(sheet)
          .getAllByRole("row")
          .map(({ textContent }) => textContent!);
        expect(rows.some((row) => /^ Reading.*\d %$/.test(row))).toBe(true);
        expect(rows.some((row) => /^ Polling.*9\d\.\d %$/.test(row))).toBe(true);
      },
      { timeout: 20_000 },
    );
    expect(within(sheet).getByText(/Nothing yet/)).toBeTruthy();
  });

  test("a press is seen edge by edge, each way of taking it beside the contact", async () => {
    show(demoRig("lap-bell"));
    const sheet = await screen.findByRole("region", { name: "A press, edge by edge" }, { timeout: 20_000 });
    const words = within(sheet)
      .getAllByRole("listitem")
      .map(({ textContent }) => textContent);
    expect(words[0]).toMatch(/^SW1 closes \d+ times/);
    expect(words[1]).toMatch(/^no debouncing [2-9] presses/);
    expect(words.slice(2, 5).every((text) => / 1 press, /.test(text!))).toBe(true);
    expect(words[4]).toMatch(/^wait until it settles 1 press, 2\d(\.\d+)? ms late/);
  });

  test("a message has room, a first text and what becomes of the next one", async () => {
    const { hands, live } = show(demoRig("tide-notice"));
    await hands.click(screen.getByRole("button", { name: "Change notice" }));
    const values = within(screen.getByRole("region", { name: "Values" }));
    await hands.selectOptions(values.getByRole("combobox", { name: "New message" }), "at-once");
    const start = values.getByRole("textbox", { name: "At power-up" });
    await hands.clear(start);
    await hands.type(start, "FOG{Enter}");
    expect(live().values[0]).toEqual({ name: "notice", message: { most: 40, start: "FOG", waits: false } });
  });
});
