import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ColumnDef } from "@tanstack/react-table";
import { DataTable } from "./data-table";
import { WholeField } from "./fields";
import { SelectField } from "./select-field";
import { ViewSwitch } from "./view-switch";

const hands = userEvent.setup();

describe("a whole number", () => {
  const show = (props: Partial<Parameters<typeof WholeField>[0]> = {}) => {
    const kept: number[] = [];
    render(
      <WholeField label="Repeats" value={3} range={[0, 500]} onCommit={(one) => kept.push(one)} {...props} />,
    );
    return { kept, field: screen.getByRole<HTMLInputElement>("textbox", { name: "Repeats" }) };
  };
  const type = async (field: HTMLInputElement, text: string) => {
    await hands.clear(field);
    await hands.type(field, `${text}{Enter}`);
  };

  test("is taken within its bounds, both of them included", async () => {
    const { kept, field } = show();
    await type(field, "0");
    await type(field, "500");
    expect(kept).toEqual([0, 500]);
  });

  test.each(["501", "-1", "2.5", "x", " "])(
    "“%s” is refused with what can be, and kept as typed",
    async (text) => {
      const { kept, field } = show();
      await type(field, text);
      expect(screen.getByRole("alert").textContent).toBe("whole, 0 to 500");
      expect(field.value).toBe(text);
      expect(kept).toEqual([]);
    },
  );

  test("one that has a name of its own is shown and taken by it", async () => {
    const { kept, field } = show({ value: 0, named: { value: 0, name: "forever" } });
    expect(field.value).toBe("forever");
    await type(field, "7");
    await type(field, "Forever");
    expect(kept).toEqual([7, 0]);
    await type(field, "never");
    expect(screen.getByRole("alert").textContent).toBe("whole, 0 to 500, or “forever”");
  });
});

describe("a choice", () => {
  test("of numbers gives numbers, and what cannot be chosen now stands there as such", async () => {
    const chosen: number[] = [];
    render(
      <SelectField
        label="Line"
        value={2}
        options={[
          [1, "one"],
          [2, "two"],
          [3, "three", true],
        ]}
        onChoose={(one) => chosen.push(one)}
      />,
    );
    await hands.selectOptions(screen.getByRole("combobox", { name: "Line" }), "one");
    expect(chosen).toEqual([1]);
    expect(screen.getByRole<HTMLOptionElement>("option", { name: "three" }).disabled).toBe(true);
  });

  test("in groups is chosen from any of them", async () => {
    const chosen: string[] = [];
    render(
      <SelectField
        label="Display"
        labelled="heard"
        value="a"
        options={[
          { group: "Digits", options: [["a", "one digit"]] },
          { group: "Dots", options: [["b", "8 × 8"]] },
          ["c", "own"],
        ]}
        onChoose={(one) => chosen.push(one)}
      />,
    );
    const field = screen.getByRole("combobox", { name: "Display" });
    expect(
      within(screen.getByRole("group", { name: "Dots" })).getByRole("option", { name: "8 × 8" }),
    ).toBeTruthy();
    await hands.selectOptions(field, "8 × 8");
    await hands.selectOptions(field, "own");
    expect(chosen).toEqual(["b", "c"]);
    expect(screen.queryByText("Display")).toBeNull();
  });

  test("with its label before it is found by that label", () => {
    render(
      <SelectField
        label="Update for"
        labelled="before"
        value="x"
        options={[["x", "X"]]}
        onChoose={() => {}}
      />,
    );
    expect(screen.getByText("Update for")).toBeTruthy();
    expect(screen.getByRole("combobox", { name: "Update for" })).toBeTruthy();
  });
});

test("a switch says which view is on, and a press on that one changes nothing", async () => {
  const seen: string[] = [];
  render(
    <ViewSwitch
      label="How it is drawn"
      value="legs"
      views={[
        ["legs", "Leg to leg"],
        ["seats", "On a board"],
      ]}
      onView={(view) => seen.push(view)}
    />,
  );
  const group = within(screen.getByRole("group", { name: "How it is drawn" }));
  expect(group.getByRole("button", { pressed: true }).textContent).toBe("Leg to leg");
  await hands.click(group.getByRole("button", { name: "Leg to leg" }));
  await hands.click(group.getByRole("button", { name: "On a board" }));
  expect(seen).toEqual(["seats"]);
});

describe("a table", () => {
  interface Row {
    readonly name: string;
    readonly share: number;
  }
  const columns: ColumnDef<Row>[] = [
    { header: "Name", accessorFn: ({ name }) => name, cell: ({ row }) => row.original.name },
    {
      header: "Share",
      accessorFn: ({ share }) => share,
      sortDescFirst: true,
      cell: ({ row }) => `${row.original.share} %`,
    },
    { id: "act", header: "", cell: () => "act" },
  ];
  const rows: Row[] = ["b", "c", "a"].map((name, at) => ({ name, share: at * 10 }));
  const names = () =>
    screen
      .getAllByRole("row")
      .slice(1)
      .map((row) => row.querySelector("td")!.textContent);

  test("stands as it came, and is sorted by a click on a head, and back", async () => {
    render(<DataTable label="Rows" rows={rows} columns={columns} rowKey={({ name }) => name} />);
    expect(names()).toEqual(["b", "c", "a"]);
    await hands.click(screen.getByRole("button", { name: "Name" }));
    expect(names()).toEqual(["a", "b", "c"]);
    expect(screen.getByRole("columnheader", { name: "Name" }).getAttribute("aria-sort")).toBe("ascending");
    await hands.click(screen.getByRole("button", { name: "Name" }));
    expect(names()).toEqual(["c", "b", "a"]);
    await hands.click(screen.getByRole("button", { name: "Name" }));
    expect(names()).toEqual(["b", "c", "a"]);
    await hands.click(screen.getByRole("button", { name: "Share" }));
    expect(names()).toEqual(["a", "c", "b"]);
    expect(screen.getAllByRole("button")).toHaveLength(2);
  });

  test("a long one shows its first rows and those that are kept, and more when asked", async () => {
    const many = Array.from({ length: 30 }, (_, at) => ({ name: `row ${at}`, share: at }));
    render(
      <DataTable
        label="Rows"
        rows={many}
        columns={columns}
        rowKey={({ name }) => name}
        first={4}
        keeps={({ share }) => share === 20}
      />,
    );
    expect(names()).toEqual(["row 0", "row 1", "row 2", "row 3", "row 20"]);
    await hands.click(screen.getByRole("button", { name: "25 more" }));
    expect(names()).toHaveLength(17);
    // Sorted it is another first four, of all.
    await hands.click(screen.getByRole("button", { name: "Share" }));
    expect(names()[0]).toBe("row 29");
  });
});
