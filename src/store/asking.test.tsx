import { act, render, screen, waitFor } from "@testing-library/react";
import { modelOf } from "@/core/address";
import { checkModel } from "@/core/check";
import { demoRig } from "@/demo";
import {
  editRig,
  keeper,
  layOpen,
  loadPreferences,
  pickPip,
  setLegNames,
  setTheme,
  useAtDesk,
  useFindings,
  useJustAtDesk,
  useKept,
  usePickedDigit,
  usePreferences,
  useRig,
  useTrail,
} from ".";
import { THEME_KEY } from "./preferences";

const slip = demoRig("slip-gate");
const river = demoRig("river-level");
const says = () => screen.getByRole("status").textContent;
beforeEach(() => layOpen(slip));

function Texts({ ask, just = false }: { ask: number; just?: boolean }) {
  const rig = useRig();
  const kept = useAtDesk((desk) => desk.faces(), [ask]);
  const now = useJustAtDesk(rig, (desk) => desk.faces(), [ask]);
  return <output>{(just ? now : kept)?.texts.join("") ?? "nothing yet"}</output>;
}

describe("what the desk answers", () => {
  test("follows an edit; the answer before stands until the next has come", async () => {
    render(<Texts ask={0} />);
    expect(says()).toBe("nothing yet");
    await waitFor(() => expect(says()).toBe(slip.show.texts.join("")));
    act(() => editRig((rig) => ({ ...rig, show: { ...rig.show, texts: ["7", "3"] } })));
    expect(says()).toBe(slip.show.texts.join(""));
    await waitFor(() => expect(says()).toBe("73"));
  });

  test("asked for just this rig, it is nothing until it has come, but a name changes nothing", async () => {
    render(<Texts ask={0} just />);
    await waitFor(() => expect(says()).toBe(slip.show.texts.join("")));
    act(() => editRig((rig) => ({ ...rig, name: "Another" })));
    expect(says()).toBe(slip.show.texts.join(""));
    act(() => editRig((rig) => ({ ...rig, show: { ...rig.show, texts: ["5"] } })));
    expect(says()).toBe("nothing yet");
    await waitFor(() => expect(says()).toBe("5"));
  });

  test("is never another rig's", async () => {
    render(<Texts ask={0} />);
    await waitFor(() => expect(says()).not.toBe("nothing yet"));
    act(() => layOpen(river));
    expect(says()).toBe("nothing yet");
    await waitFor(() => expect(says()).toContain(river.show.texts[0]!.trim()));
  });
});

function Found() {
  const { findings, checking, audit, failed } = useFindings();
  return (
    <output>
      {checking ? "checking" : `${audit?.rows.length} rows, ${failed ?? "not failed"}`}:{" "}
      {findings
        .map(({ id }) => id)
        .sort()
        .join(" ")}
    </output>
  );
}

test("findings are those of the check, and until it is done it says so", async () => {
  const wrong = { ...slip, wires: slip.wires.slice(1) };
  layOpen(wrong);
  render(<Found />);
  expect(says()).toMatch(/^checking/);
  await waitFor(() => expect(says()).not.toMatch(/^checking/));
  const expected = checkModel(modelOf(wrong));
  expect(says()!.split(": ")[1]).toBe(
    expected
      .map(({ id }) => id)
      .sort()
      .join(" "),
  );
});

function Route() {
  const hops = useTrail();
  const digit = usePickedDigit();
  return (
    <output>
      {digit?.digit}: {hops.map(({ title }) => title).join(" → ")}
    </output>
  );
}

test("the trail and the digit are those of the picked LED; of an LED that is not there the first digit", async () => {
  layOpen(river);
  render(<Route />);
  await waitFor(() => expect(says()).toMatch(/^1: .* → /));
  const one = says();
  act(() => pickPip("DS1.3.d" as never));
  await waitFor(() => expect(says()).toMatch(/^3: .* → /));
  expect(says()).not.toBe(one);
  act(() => pickPip("DS9.1.a" as never));
  expect(says()).toMatch(/^1: /);
});

test("what the keeper answers is asked again when anything was stored", async () => {
  await keeper().prepareShelf();
  const count = async () => (await keeper().shelfEntries()).length;
  function Count() {
    return <output>{useKept(count) ?? "nothing yet"}</output>;
  }
  render(<Count />);
  await waitFor(() => expect(says()).not.toBe("nothing yet"));
  const before = Number(says());
  await keeper().addRig({ ...slip, id: "one-more" });
  await waitFor(() => expect(Number(says())).toBe(before + 1));
});

describe("preferences", () => {
  test("are kept, shown at once and taken up on the next visit", async () => {
    act(() => setTheme("night"));
    expect(document.documentElement.dataset.bsTheme).toBe("dark");
    expect(localStorage.getItem(THEME_KEY)).toBe("night");
    act(() => setLegNames("numbers"));
    await waitFor(async () => expect(await keeper().readSetting("school")).toBe("numbers"));
    usePreferences.setState({ theme: "light", legNames: "letters" });
    await act(loadPreferences);
    expect(usePreferences.getState()).toMatchObject({ theme: "night", legNames: "numbers" });
    act(() => setTheme("light"));
    act(() => setLegNames("letters"));
    expect(document.documentElement.dataset.bsTheme).toBe("light");
  });
});
