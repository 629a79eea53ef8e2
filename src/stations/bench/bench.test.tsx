import { screen, waitFor, within } from "@testing-library/react";
import type { UserEvent } from "@testing-library/user-event";
import { demoRig, plainDemoRig } from "@/demo";
import { useOpenRig, useRefusal } from "@/store";
import { keepDownloads, savedFiles } from "@/ui/fixtures/downloads";
import { showStation } from "../fixtures/open";
import { BenchStation } from ".";

const show = (rig = plainDemoRig("slip-gate")) => showStation(BenchStation, rig);
const go = (hands: UserEvent, view: string) => hands.click(screen.getByRole("button", { name: view }));
const region = (name: string | RegExp) => within(screen.getByRole("region", { name }));

beforeAll(keepDownloads);

describe("bring it up", () => {
  test("steps are gone through one after the other, and how each went is kept with the rig", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await hands.click(screen.getByRole("button", { name: "Yes, as expected" }));
    expect(await screen.findByText("1 of 9 right")).toBeTruthy();
    expect(now().bench!.steps).toEqual([{ step: "before", went: "right", at: expect.any(Number) }]);
    expect(screen.getByRole("heading", { name: "Supply and ground" })).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "No, it differs" }));
    expect(region("Supply and ground").getByText(/follow the red wire back/)).toBeTruthy();
    expect(now().bench!.steps.map(({ went }) => went)).toEqual(["right", "wrong"]);
    await hands.click(screen.getByRole("button", { name: "Start over" }));
    expect(now().bench).toBeUndefined();
  });

  test("what is measured goes into the log, and is judged", async () => {
    const { hands, now } = show();
    await hands.click(await screen.findByRole("button", { name: /Supply and ground/ }));
    const field = screen.getByLabelText("Measured: U1 VCC, leg 16");
    await hands.type(field, "3.1{Enter}");
    expect(now().bench!.log).toEqual([
      expect.objectContaining({ unit: "V", place: "U1.16", held: "rest", value: 3.1 }),
    ]);
    expect(screen.getByText("too little")).toBeTruthy();
    await hands.clear(screen.getByLabelText("Measured: U1 VCC, leg 16"));
    await hands.type(screen.getByLabelText("Measured: U1 VCC, leg 16"), "x{Enter}");
    expect(screen.getByRole("alert").textContent).not.toBe("");
    expect(now().bench!.log).toHaveLength(1);
  });

  test("a step has its sketch, and leads to the search where it went wrong", async () => {
    const { hands } = show();
    await hands.click(await screen.findByRole("button", { name: /One segment/ }));
    await screen.findByRole("button", { name: "Copy its sketch" });
    await hands.click(screen.getByRole("button", { name: "Download" }));
    expect(savedFiles.at(-1)!.name).toBe("slip-gate-one.ino");
    await hands.click(screen.getByRole("button", { name: "No, it differs" }));
    await hands.click(screen.getByRole("button", { name: /Find the fault by what is seen/ }));
    expect(await screen.findByRole("heading", { name: "Most useful next test" })).toBeTruthy();
  });
});

describe("find the fault", () => {
  test("what is seen is clicked; what explains it stands first, is marked, and noted as found", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Find the fault");
    await hands.click(await screen.findByRole("button", { name: "Change segment a, lit" }));
    expect(screen.getByRole("button", { name: "Change segment a, dark" })).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "This is what I see" }));
    expect(now().bench!.searches[0]!.seen).toEqual([
      { pattern: "all", lit: [["b", "c", "d", "e", "f", "g", "dp"]] },
    ]);
    const may = region("What it may be");
    const first = await may.findByText(/The wire from U1 QA, leg 15 to R1 end 1 is missing/);
    expect(first).toBeTruthy();
    expect(may.getByText(/Explains everything seen/)).toBeTruthy();
    expect(may.getByRole("img", { name: "With it, everything lit" })).toBeTruthy();
    await hands.click(may.getByRole("button", { name: "Show where" }));
    expect(useOpenRig.getState().spot).toEqual(expect.arrayContaining(["U1.15"]));
    expect(useOpenRig.getState().pick).toBe("DS1.1.a");
    await hands.click(may.getByRole("button", { name: "That was it" }));
    expect(now().bench!.searches[0]!.found).toMatch(/U1 QA/);
    // What was said may be taken back.
    await hands.click(
      region("What is known so far").getByRole("button", { name: "Take back everything lit" }),
    );
    expect(now().bench!.searches[0]!.seen).toEqual([]);
  });

  test("dim and bright are kept apart; a dead LED can be noted on the rig", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Find the fault");
    const name = (shade: string) => ({ name: `Change segment b, ${shade}` });
    await hands.click(await screen.findByRole("button", name("lit")));
    await hands.click(screen.getByRole("button", name("dark")));
    await hands.click(screen.getByRole("button", name("dim")));
    expect(screen.getByRole("button", name("bright"))).toBeTruthy();
    await hands.click(screen.getByRole("button", name("bright")));
    await hands.click(screen.getByRole("button", name("lit")));
    await hands.click(screen.getByRole("button", { name: "This is what I see" }));
    const may = region("What it may be");
    await hands.click(await may.findByRole("button", { name: /The LED DS1\.1\.b is dead/ }));
    await hands.click(may.getByRole("button", { name: "Note DS1.1.b as dead" }));
    expect(now().dead).toEqual(["DS1.1.b"]);
  });

  test("a leg is measured: within the meter's range, and what it says is taken in", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Find the fault");
    await hands.selectOptions(
      await screen.findByLabelText("Test"),
      await screen.findByRole("option", { name: /U1 VCC, leg 16 against ground/ }),
    );
    await hands.type(screen.getByLabelText("Reading"), "500{Enter}");
    expect(screen.getByRole("alert").textContent).toBe("from -50 V to 50 V");
    await hands.clear(screen.getByLabelText("Reading"));
    await hands.type(screen.getByLabelText("Reading"), "0.02{Enter}");
    expect(now().bench!.searches[0]!.measured).toEqual([{ held: "rest", leg: "U1.16", volts: 0.02 }]);
    const may = region("What it may be");
    expect(await may.findByText(/U1 VCC, leg 16.* is missing or makes no contact\./)).toBeTruthy();
    await hands.selectOptions(screen.getByLabelText("A capture of the lines"), "right");
    expect(now().bench!.searches[0]!.sent).toBe("right");
  });

  test("Slip gate's own three searches are there; dots are told where to go instead", async () => {
    const { hands, unmount } = show(demoRig("slip-gate"));
    await screen.findByText("3 of 9 right");
    await go(hands, "Find the fault");
    const choose = await screen.findByLabelText("Search");
    expect(
      within(choose)
        .getAllByRole("option")
        .map((one) => one.textContent),
    ).toEqual(["The 3 looks odd", "All dark after the storm", "Segment b is dim"]);
    expect(
      await region("What it may be").findByText(/U1 QD, leg 3 and U1 QE, leg 4 are swapped/),
    ).toBeTruthy();
    unmount();
    const dots = show(demoRig("tide-notice"));
    await screen.findByRole("heading", { name: "Before you switch on" });
    await go(dots.hands, "Find the fault");
    expect(screen.getByText(/The fault search works on digits/)).toBeTruthy();
  });
});

describe("pin it out", () => {
  test("what lights is clicked until every leg is known, and the display becomes the rig's", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Find the pinout");
    // A common cathode display whose legs are a to g and the point in a row, its common on legs 9 and 10.
    const legs = ["a", "b", "c", "d", "e", "f", "g", "dp"];
    for (let nth = 0; nth < 60 && !screen.queryByText(/^All legs are known/); nth += 1) {
      const drawing = await screen.findByRole("img", { name: /plus on leg/ });
      const asked = drawing.getAttribute("aria-label")!;
      const [plus, minus] = asked.match(/\d+/g)!.map(Number) as [number, number];
      const name =
        plus > 8 && minus > 8
          ? "A short"
          : minus > 8 && plus <= 8
            ? `Lit: ${plus === 8 ? "point" : `segment ${legs[plus - 1]}`}, dark`
            : "Nothing lights";
      await hands.click(screen.getByRole("button", { name }));
      await waitFor(() => expect(now().bench!.pins!.readings.length).toBe(nth + 1));
      await waitFor(() =>
        expect(
          screen.queryByText(/^All legs are known/) ??
            screen.getByRole("img", { name: /plus on leg/ }).getAttribute("aria-label"),
        ).not.toBe(asked),
      );
    }
    expect(region("Legs found").getByRole("heading").textContent).toBe("10 of 10 legs, common cathode");
    await hands.click(screen.getByRole("button", { name: "Make it the display of this rig" }));
    expect(now().plan.own).toEqual({ polarity: "common-cathode", legs: [...legs, "digit-1", "digit-1"] });
    expect(now().plan.display).toBe("own");
  });

  test("fewer legs than lines are refused in words", async () => {
    const { hands } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Find the pinout");
    await hands.selectOptions(await screen.findByLabelText("Digits"), "4");
    await hands.selectOptions(screen.getByLabelText("Legs"), "11");
    expect(screen.getByRole("alert").textContent).toMatch(/take 12 legs at least, and it has 11/);
  });
});

describe("other parts without paper", () => {
  test("a transistor's legs by its junctions, an array's common end by its ohms", async () => {
    const { hands } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Find the pinout");
    const parts = await waitFor(() => region("Other parts"));
    await hands.type(parts.getByLabelText("+2 −1"), "0.672{Enter}");
    await hands.type(parts.getByLabelText("+2 −3"), "0.668{Enter}");
    expect(parts.getByRole("status").textContent).toMatch(
      /^NPN transistor: leg 1 emitter, leg 2 base, leg 3 collector\./,
    );
    await hands.click(parts.getByRole("button", { name: "Resistor array" }));
    await hands.type(parts.getByLabelText("Legs 1 and 2"), "330{Enter}");
    await hands.type(parts.getByLabelText("Legs 2 and 3"), "660{Enter}");
    await hands.type(parts.getByLabelText("The last two"), "660{Enter}");
    expect(parts.getByRole("status").textContent).toMatch(/leg 1 is common/);
    await hands.click(parts.getByRole("button", { name: "Chip" }));
    expect(parts.getByText(/leg 1 is at the bottom left/)).toBeTruthy();
  });
});

describe("the log", () => {
  test("a value is written down where the rig foretells one, and what it implies is taken into the rig", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Log");
    await hands.selectOptions(await screen.findByLabelText("What"), "mA");
    await hands.selectOptions(
      screen.getByLabelText("Where"),
      await screen.findByRole("option", { name: "through DS1.1.c, lit alone and held" }),
    );
    await hands.type(screen.getByLabelText("Reading"), "12");
    await hands.click(screen.getByRole("button", { name: "Add to the log" }));
    expect(now().bench!.log).toEqual([
      expect.objectContaining({ unit: "mA", place: "DS1.1.c", held: "alone", value: 12 }),
    ]);
    await hands.click(await screen.findByRole("button", { name: "Use it in the rig" }));
    expect(now().units.find(({ ref }) => ref === "R3")!.ohms).toBe(220);
    await hands.type(screen.getByLabelText(/^Note on through DS1.1.c/), "by the drawer{Enter}");
    expect(now().bench!.log[0]!.note).toBe("by the drawer");
    await hands.click(screen.getByRole("button", { name: /^Remove 12 mA/ }));
    expect(now().bench).toBeUndefined();
  });

  test("a photo is kept small with its value, looked at, and taken off; what is no picture is refused", async () => {
    const { hands, now } = show(demoRig("slip-gate"));
    await screen.findByText("3 of 9 right");
    await go(hands, "Log");
    await screen.findByText("8 values");
    const chosen = () => document.querySelector<HTMLInputElement>('td input[type="file"]')!;
    globalThis.createImageBitmap = () => Promise.reject(new Error("no picture"));
    await hands.upload(chosen(), new File(["text"], "letter.png", { type: "image/png" }));
    await waitFor(() => expect(useRefusal.getState().refusal?.title).toBe("That is no picture"));
    globalThis.createImageBitmap = async () => ({ width: 4000, height: 3000 }) as ImageBitmap;
    const sizes: number[][] = [];
    HTMLCanvasElement.prototype.getContext = (() => ({
      drawImage: (...all: number[]) => sizes.push(all.slice(3)),
    })) as never;
    HTMLCanvasElement.prototype.toDataURL = () => "data:image/jpeg;base64,AAAA";
    await hands.upload(chosen(), new File(["jpeg"], "lead.jpg", { type: "image/jpeg" }));
    await waitFor(() => expect(now().bench!.log.filter(({ photo }) => photo !== undefined)).toHaveLength(1));
    expect(sizes).toEqual([[480, 360]]);
    await hands.click(screen.getByRole("img", { name: /^Photo of/ }));
    expect(screen.getByRole("dialog", { name: /^Photo of/ })).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: /^Take off the photo/ }));
    expect(now().bench!.log.some(({ photo }) => photo !== undefined)).toBe(false);
  });

  test("somewhere else is named in words; the log goes out as CSV and Markdown", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Log");
    await hands.selectOptions(await screen.findByLabelText("What"), "°C");
    await hands.type(screen.getByLabelText("In words"), "U1, on its back");
    await hands.type(screen.getByLabelText("Reading"), "70");
    await hands.click(screen.getByRole("button", { name: "Add to the log" }));
    expect(now().bench!.log[0]).toMatchObject({ unit: "°C", place: "U1, on its back", value: 70 });
    expect(await screen.findByText(/burns fingers/)).toBeTruthy();
    await hands.click(screen.getByRole("button", { name: "CSV" }));
    await waitFor(() => expect(savedFiles.at(-1)!.name).toBe("slip-gate-log.csv"));
    expect(await savedFiles.at(-1)!.blob.text()).toContain('"U1, on its back",,70,°C');
    await hands.click(screen.getByRole("button", { name: "Markdown" }));
    await waitFor(() => expect(savedFiles.at(-1)!.name).toBe("slip-gate-log.md"));
  });
});

describe("a hand on the board", () => {
  const face = () => screen.getByRole("img", { name: "Face of the simulated board" });
  const lit = () =>
    [...face().querySelectorAll('[data-state="lit"]')].map((one) => one.getAttribute("data-segment"));

  test("the stand-in is taken in hand and shows what a step asks for; a fault in it is seen, and measured", async () => {
    const { hands, now } = show();
    await screen.findByText("0 of 9 right");
    await hands.click(await screen.findByRole("button", { name: "Use a simulated board" }));
    await screen.findByText(/Simulated board: connected/);
    await hands.click(screen.getByRole("button", { name: /Everything lit/ }));
    await hands.click(await screen.findByRole("button", { name: "On the simulated board" }));
    await waitFor(() => expect(lit()).toHaveLength(8));
    await hands.selectOptions(
      screen.getByLabelText("Hidden fault"),
      await screen.findByRole("option", { name: /^the wire from board 5 V to U1 VCC.* is missing/ }),
    );
    await waitFor(() => expect(lit()).toEqual([]));
    await screen.findByText(/Simulated board: connected/);
    await go(hands, "Find the fault");
    await hands.selectOptions(
      await screen.findByLabelText("Test"),
      await screen.findByRole("option", { name: /U1 VCC, leg 16 against ground/ }),
    );
    await hands.click(await screen.findByRole("button", { name: "Measure on the simulated board" }));
    await waitFor(() =>
      expect(now().bench!.searches[0]!.measured).toEqual([{ held: "rest", leg: "U1.16", volts: 0.03 }]),
    );
    await hands.click(screen.getByRole("button", { name: "Disconnect" }));
    expect(await screen.findByRole("button", { name: "Use a simulated board" })).toBeTruthy();
  });

  test("one that is not known can be asked for, and told", async () => {
    const { hands } = show();
    await screen.findByText("0 of 9 right");
    await hands.click(await screen.findByRole("button", { name: "Use a simulated board" }));
    await screen.findByText(/Simulated board: connected/);
    await screen.findByRole("option", { name: /^the wire from board 5 V/ });
    await hands.selectOptions(screen.getByLabelText("Hidden fault"), "?");
    await hands.click(await screen.findByRole("button", { name: "Tell me" }));
    expect(screen.getByText(/^It is:/).textContent!.length).toBeGreaterThan(15);
  });

  test("a board without a serial line is told so", async () => {
    show(plainDemoRig("boats-out"));
    expect(await screen.findByText(/no serial line to its computer/)).toBeTruthy();
  });
});

describe("drills", () => {
  test("a question is answered, the reason told at once, and the score kept", async () => {
    const { hands } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Drills");
    await hands.selectOptions(await screen.findByLabelText("Practise"), "resistor");
    await screen.findByRole("heading", { name: "Which resistor" });
    const answers = within(screen.getByRole("group", { name: "Answers" })).getAllByRole("button");
    expect(answers).toHaveLength(4);
    await hands.click(answers[0]!);
    expect(screen.getByText(/÷ \d+ mA = /)).toBeTruthy();
    const row = within(screen.getByRole("table", { name: "Scores" })).getByRole("row", {
      name: /Which resistor/,
    });
    expect(row.textContent).toMatch(/Which resistor(10|01)1/);
    await hands.click(screen.getByRole("button", { name: "Next" }));
    await waitFor(() => expect(screen.queryByText(/÷ \d+ mA = /)).toBeNull());
  });

  test("a byte is read by clicking, and written by typing", async () => {
    const { hands } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Drills");
    await hands.selectOptions(await screen.findByLabelText("Practise"), "byte-to-shape");
    await screen.findByRole("heading", { name: "Read a byte" });
    expect(screen.getByText(/bits 7 to 0: dp g f e d c b a; 1 lights/)).toBeTruthy();
    const byte = Number.parseInt(/0x(\w\w)/.exec(screen.getByText(/^What does/).textContent!)![1]!, 16);
    for (const [bit, segment] of ["a", "b", "c", "d", "e", "f", "g"].entries())
      if ((byte >> bit) & 1)
        await hands.click(screen.getByRole("button", { name: `Change segment ${segment}, dark` }));
    if (byte >> 7) await hands.click(screen.getByRole("button", { name: "Change point, dark" }));
    await hands.click(screen.getByRole("button", { name: "That is it" }));
    expect(screen.getByText("Right.")).toBeTruthy();
    await hands.selectOptions(screen.getByLabelText("Practise"), "shape-to-byte");
    await hands.type(await screen.findByLabelText("The byte"), "0x00{Enter}");
    expect((await screen.findByRole("status")).textContent).toMatch(/^Not quite: 0x|^Right/);
  });

  test("a face with a fault is named", async () => {
    const { hands } = show();
    await screen.findByText("0 of 9 right");
    await go(hands, "Drills");
    await hands.selectOptions(await screen.findByLabelText("Practise"), "fault");
    await screen.findByRole("heading", { name: "Name the fault" });
    expect(screen.getByRole("img", { name: "Seen" })).toBeTruthy();
    const [first] = within(screen.getByRole("group", { name: "Answers" })).getAllByRole("button");
    await hands.click(first!);
    expect(screen.getByText(/^It is: /, { exact: false })).toBeTruthy();
  });
});
