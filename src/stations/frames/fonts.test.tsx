import { screen, waitFor, within } from "@testing-library/react";
import { builtInFont, glyphCell, readBdf, withGlyph, writeBdf, type DotFont } from "@/core/dots";
import { LIMITS, fontsOf } from "@/core/rig";
import { plainDemoRig } from "@/demo";
import { showStation } from "../fixtures/open";
import { FramesStation } from "./frames";

const tide = plainDemoRig("tide-notice");
const even = builtInFont("even")!;

async function fonts(rig = tide) {
  const shown = showStation(FramesStation, rig);
  await shown.hands.click(screen.getByRole("button", { name: "Fonts" }));
  const font = await screen.findByRole<HTMLSelectElement>("combobox", { name: "Font" });
  const own = () => Object.values(shown.now().sign!.fonts).map((text) => readBdf(text, "own"));
  const open = async (text: string, name: string) => {
    const [input] = document.querySelectorAll<HTMLInputElement>('input[type="file"][accept=".bdf"]');
    await shown.hands.upload(input!, new File([text], name));
  };
  return { ...shown, font, own, open };
}

/** A font with as many letters as wanted. */
const fontWith = (count: number, name: string): DotFont =>
  Array.from({ length: count }, (_, at) => at).reduce(
    (font: DotFont, at) => withGlyph(font, 0x4e00 + at, { ...even.glyphs.get(0x41)!, code: 0x4e00 + at }),
    { ...even, id: "own", name, glyphs: new Map() },
  );

describe("fonts", () => {
  test("a font that is always there is looked at, and copied to draw in", async () => {
    const { hands, font, own } = await fonts();
    expect(screen.getByText(/always there as it is/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Take out" })).toBeNull();
    await hands.click(screen.getByRole("button", { name: "Copy it to draw in" }));
    expect(own()).toHaveLength(1);
    expect(font.selectedOptions[0]!.textContent).toMatch(/, mine$/);
    expect(screen.getByRole("button", { name: "Take out" })).toBeTruthy();
  });

  test("a character is drawn, widened, narrowed and taken out", async () => {
    const { hands, own } = await fonts();
    await hands.click(screen.getByRole("button", { name: "Copy it to draw in" }));
    const letter = () => {
      const [read] = own();
      if (!read!.ok) throw new Error("no font");
      const glyph = read!.font.glyphs.get(0x41);
      return glyph && glyphCell(read!.font, glyph);
    };
    const before = letter()!;
    screen.getByRole("application", { name: /^A, / }).focus();
    await hands.keyboard(" ");
    const drawn = letter()!;
    expect(drawn.dots[0]).toBe(1 - before.dots[0]!);
    await hands.click(screen.getByRole("button", { name: "One column wider" }));
    expect(letter()!.width).toBe(drawn.width + 1);
    await hands.click(screen.getByRole("button", { name: "One column narrower" }));
    expect(letter()).toEqual(drawn);
    await hands.click(screen.getByRole("button", { name: "Remove it" }));
    expect(letter()).toBeUndefined();
    expect(screen.getByText(/not in this font yet/)).toBeTruthy();
  });

  test("the character in hand is the one that is typed, or pressed on the sheet", async () => {
    const { hands } = await fonts();
    const typed = screen.getByRole<HTMLInputElement>("textbox", { name: "Character" });
    await hands.type(typed, "Q");
    expect(screen.getByLabelText("The chosen character").textContent).toContain("U+0051");
    const sheet = within(screen.getByRole("listbox", { name: "Characters" }));
    await hands.click(sheet.getByRole("option", { name: "7 U+0037" }));
    expect(screen.getByLabelText("The chosen character").textContent).toContain("U+0037");
  });

  test("a file is taken in with what became of its characters; a broken one is refused with its line", async () => {
    const { font, own, open } = await fonts();
    await open(writeBdf(fontWith(3, "three")), "three.bdf");
    await waitFor(() => expect(own()).toHaveLength(1));
    expect(font.selectedOptions[0]!.textContent).toBe("three");
    await open(writeBdf(fontWith(3, "three")).replace(/BBX .*/, "BBX 5"), "broken.bdf");
    expect((await screen.findByRole("alert")).textContent).toMatch(/^Line \d+: /);
    expect(own()).toHaveLength(1);
  });

  test("a font of many characters is shown a page at a time", async () => {
    const { hands, open, own } = await fonts();
    await open(writeBdf(fontWith(250, "many")), "many.bdf");
    await waitFor(() => expect(own()).toHaveLength(1));
    const options = () => screen.getAllByRole("option", { name: /U\+/ });
    expect(options()).toHaveLength(240);
    expect(screen.getByRole("button", { name: "Characters before" })).toHaveProperty("disabled", true);
    await hands.click(screen.getByRole("button", { name: "More characters" }));
    expect(options()).toHaveLength(10);
    expect(screen.getByRole("button", { name: "More characters" })).toHaveProperty("disabled", true);
  });

  test("a font that a text uses stays; no more are taken than a rig keeps", async () => {
    const text = writeBdf(fontWith(2, "kept"));
    const own = Object.fromEntries(Array.from({ length: LIMITS.fonts }, (_, at) => [`own-${at + 1}`, text]));
    const scenes = tide.sign!.scenes.map((scene) =>
      scene.kind === "text" ? { ...scene, font: "own-1" } : scene,
    );
    const full = { ...tide, sign: { ...tide.sign!, fonts: own, scenes } };
    const { hands, now, font } = await fonts(full);
    await hands.click(screen.getByRole("button", { name: "Copy it to draw in" }));
    expect(screen.getByRole("alert").textContent).toContain(`at most ${LIMITS.fonts} fonts`);
    await hands.selectOptions(font, "own-1");
    await hands.click(screen.getByRole("button", { name: "Take out" }));
    expect(screen.getByRole("alert").textContent).toContain("is used by a text");
    await hands.selectOptions(font, "own-2");
    await hands.click(screen.getByRole("button", { name: "Take out" }));
    expect(fontsOf(now()).some(({ id }) => id === "own-2")).toBe(false);
    expect(font.value).toBe("even");
  });
});
