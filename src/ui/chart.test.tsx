import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Chart } from "./chart";

test("a chart has its points as a table, thinned where there are many", async () => {
  const points = Array.from({ length: 1000 }, (_, x) => ({ x, y: x * 2 }));
  render(
    <Chart
      data={() => ({ datasets: [{ data: points }] })}
      options={{}}
      height={100}
      label="Doubles"
      heads={["Number", "Its double, mA"]}
      says={(x, y) => [String(x), `${y} mA`]}
    />,
  );
  expect(screen.queryByRole("table")).toBeNull();
  await userEvent.setup().click(screen.getByText("Show as a table"));
  const table = within(screen.getByRole("table", { name: "Doubles" }));
  expect(table.getByRole("columnheader", { name: "Its double, mA" })).toBeTruthy();
  const rows = table.getAllByRole("row").slice(1);
  expect(rows).toHaveLength(100);
  expect(rows[1]!.textContent).toBe("1020 mA");
});
