import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import type { Finding } from "@/core/check";
import { parseQuantity } from "@/core/quantity";
import { asPip } from "@/core/rig";
import { faceShape, readView, Simulation } from "@/core/sim";
import { modelOf } from "@/core/address";
import { buildProgram } from "@/core/program";
import { demoRig } from "@/demo";
import { useRefusal } from "@/store";
import { Choices } from "./choices";
import { DataTable } from "./data-table";
import { formatDate } from "./dates";
import { fetched } from "./fetched";
import { CommitField, QuantityField } from "./fields";
import { FindingsCount, FindingsList } from "./findings";
import { RigFace } from "./rig-face";
import { SelectField } from "./select-field";

const finding = (id: string, severity: Finding["severity"]): Finding => ({
  id,
  severity,
  title: `Title of ${id}`,
  reason: "Because.",
  remedy: "Do this.",
  topic: "wiring",
  legs: [],
  pips: [],
});

describe("a field with a unit", () => {
  function Field({ onCommit }: { onCommit: (value: number) => void }) {
    const [value, setValue] = useState(4700);
    return (
      <QuantityField
        label="Resistor"
        unit="Ω"
        value={value}
        range={[1, 1e6]}
        onCommit={(next) => {
          setValue(next);
          onCommit(next);
        }}
      />
    );
  }
  const show = () => {
    const committed = jest.fn();
    render(<Field onCommit={committed} />);
    return { committed, hands: userEvent.setup(), field: screen.getByRole<HTMLInputElement>("textbox") };
  };

  test.each([
    ["2k2", 2200, "2.2 kΩ"],
    ["330", 330, "330 Ω"],
    ["1,5 k", 1500, "1.5 kΩ"],
  ])("takes %s for %d, and shows %s", async (typed, value, shown) => {
    const { committed, hands, field } = show();
    await hands.clear(field);
    await hands.type(field, `${typed}{Enter}`);
    expect(committed.mock.calls).toEqual([[value]]);
    expect(field.value).toBe(shown);
    expect(parseQuantity(shown, "Ω")).toEqual({ ok: true, value });
  });

  test("what is out of range is refused and kept; Escape brings back what was", async () => {
    const { committed, hands, field } = show();
    await hands.clear(field);
    await hands.type(field, "5M{Enter}");
    expect(screen.getByRole("alert").textContent).toBe("from 1 Ω to 1 MΩ");
    expect(field.getAttribute("aria-describedby")).toBe(screen.getByRole("alert").id);
    expect(field.value).toBe("5M");
    await hands.keyboard("{Escape}");
    expect(field.value).toBe("4.7 kΩ");
    expect(committed).not.toHaveBeenCalled();
  });

  test("left as it was, it commits nothing", async () => {
    const { committed, hands, field } = show();
    await hands.click(field);
    await hands.tab();
    expect(committed).not.toHaveBeenCalled();
  });
});

test("a field of several lines commits when it is left, not by Enter", async () => {
  const committed = jest.fn();
  const hands = userEvent.setup();
  render(
    <CommitField
      label="Texts"
      shown="a"
      rows={3}
      read={(text) => ({ ok: true, value: text })}
      onCommit={committed}
    />,
  );
  await hands.type(screen.getByRole("textbox"), "{Enter}b");
  expect(committed).not.toHaveBeenCalled();
  await hands.tab();
  expect(committed).toHaveBeenCalledWith("a\nb");
});

test("choices are one stop of the keyboard, and arrows go round", async () => {
  const hands = userEvent.setup();
  function Three() {
    const [value, setValue] = useState<"a" | "b" | "c">("a");
    const options = (["a", "b", "c"] as const).map((one) => ({ value: one, name: `Way ${one}` }));
    return <Choices label="Way" value={value} options={options} onChoose={setValue} />;
  }
  render(<Three />);
  await hands.tab();
  const checked = () => screen.getByRole("radio", { checked: true }).textContent;
  expect(document.activeElement?.textContent).toBe("Way a");
  await hands.keyboard("{ArrowLeft}");
  expect(checked()).toBe("Way c");
  expect(document.activeElement?.textContent).toBe("Way c");
  await hands.keyboard("{ArrowRight}{ArrowDown}");
  expect(checked()).toBe("Way b");
  await hands.tab();
  expect(document.activeElement).toBe(document.body);
});

test("a select gives back the value itself, a number as a number", async () => {
  const chosen = jest.fn();
  render(
    <SelectField
      label="Step"
      value={1}
      options={[
        [1, "one"],
        [2, "two"],
      ]}
      onChoose={chosen}
    />,
  );
  await userEvent.setup().selectOptions(screen.getByRole("combobox", { name: "Step" }), "two");
  expect(chosen).toHaveBeenCalledWith(2);
});

test("a table says what it is, and sets figures to the right", () => {
  render(
    <DataTable
      label="Boats"
      rows={[{ name: "Wren", seats: 1 }]}
      rowKey={({ name }) => name}
      rowClass={() => "is-picked"}
      columns={[
        { header: "Name", accessorKey: "name" },
        { header: "Seats", accessorKey: "seats", meta: { number: true } },
      ]}
    />,
  );
  const table = within(screen.getByRole("table", { name: "Boats" }));
  expect(table.getByRole("columnheader", { name: "Seats" }).className).toBe("number");
  expect(table.getByRole("cell", { name: "1" }).closest("tr")!.className).toBe("is-picked");
});

describe("findings", () => {
  test("are counted by how bad they are, and open checks are never taken for a clean sheet", () => {
    const { rerender } = render(
      <FindingsCount findings={[finding("a", "fault"), finding("b", "fault"), finding("c", "note")]} />,
    );
    expect(document.body.textContent).toBe("2 faults1 note");
    rerender(<FindingsCount findings={[]} checking />);
    expect(document.body.textContent).toBe("Checking…");
    rerender(<FindingsCount findings={[]} failed="out of memory" />);
    expect(document.body.textContent).toContain("The check stopped: out of memory");
    rerender(<FindingsCount findings={[]} />);
    expect(document.body.textContent).toBe("No faults, no cautions");
  });

  test("say what, why and what to do, and lead there", async () => {
    const went = jest.fn();
    const offered = jest.fn();
    const one = { ...finding("led", "caution"), offer: "leave-out" as const };
    render(<FindingsList findings={[one]} onGo={went} onOffer={offered} />);
    expect(document.body.textContent).toMatch(/Caution.*Title of led.*Because\..*Do this\./);
    const hands = userEvent.setup();
    await hands.click(screen.getByRole("button", { name: "Show me" }));
    await hands.click(screen.getByRole("button", { name: "Left out on purpose" }));
    expect([went.mock.calls, offered.mock.calls]).toEqual([[[one]], [[one]]]);
  });
});

describe("a face", () => {
  const model = modelOf(demoRig("slip-gate"));
  const simulation = new Simulation(model, buildProgram(model));
  simulation.advanceTo(2.5e9);
  const face = readView(model, simulation.view());

  test("names every segment, marks the picked one, and a click picks another", async () => {
    const picked = jest.fn();
    render(
      <RigFace
        shape={faceShape(model)}
        face={face}
        pick={asPip("DS1.1.b")}
        onPick={picked}
        height={100}
        label={`Face: ${face.reads}`}
      />,
    );
    const segments = screen.getAllByRole("button");
    expect(segments).toHaveLength(8);
    expect(document.querySelectorAll(".segment-picked")).toHaveLength(1);
    expect(screen.getByRole("button", { name: /segment b/, pressed: true })).toBeTruthy();
    await userEvent.setup().click(screen.getByRole("button", { name: /segment g/ }));
    expect(picked).toHaveBeenCalledWith("DS1.1.g");
  });

  test("keeps its room while nothing is known of it", () => {
    render(<RigFace shape={undefined} face={undefined} height={132} label="Face of a rig" />);
    expect(screen.getByRole("img", { name: "Face of a rig" }).style.height).toBe("132px");
  });
});

describe("what is fetched when it is opened", () => {
  test("stands there once it came, and at once the next time", async () => {
    const Here = ({ name }: { name: string }) => <p>{`Here is ${name}`}</p>;
    const load = jest.fn(async () => Here);
    const Part = fetched("The part", load);
    const first = render(<Part name="Wren" />);
    expect(await screen.findByText("Here is Wren")).toBeTruthy();
    first.unmount();
    render(<Part name="Tern" />);
    expect(screen.getByText("Here is Tern")).toBeTruthy();
    expect(load).toHaveBeenCalledTimes(1);
  });

  test("says so when it does not come", async () => {
    const Part = fetched("The part", () => Promise.reject(new Error("gone")));
    render(<Part />);
    await waitFor(() => expect(useRefusal.getState().refusal?.title).toBe("The part could not be fetched"));
  });
});

test("dates are written out, so that no country reads them otherwise", () => {
  const at = new Date(2026, 10, 28, 14, 5).getTime();
  expect(formatDate(at)).toBe("28 Nov 2026, 14:05");
  expect(formatDate(at, "day")).toBe("28 Nov 2026");
});
