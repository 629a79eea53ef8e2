import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { GLOSSARY, Term, termOf } from "@/ui";
import { STATIONS } from "../registry";
import { Help } from "./help";

test("every word of a station is explained, and no word twice", () => {
  for (const { terms } of STATIONS) for (const term of terms) expect(termOf(term).says).toMatch(/\.$/);
  expect(new Set(GLOSSARY.map(({ title }) => title)).size).toBe(GLOSSARY.length);
  expect(() => termOf("quaver")).toThrow("does not explain quaver");
});

test("keys and words are in one place; words are searched by what makers call them", async () => {
  const hands = userEvent.setup();
  render(<Help keys={[[["/"], "find anything"]]} onClose={() => undefined} />);
  expect(screen.getByRole("dialog").textContent).toContain("find anything");
  await hands.click(screen.getByRole("button", { name: "Glossary" }));
  await hands.type(screen.getByLabelText("Search the glossary"), "GPIO");
  expect(screen.getAllByRole("term").map((one) => one.textContent)).toEqual(["line"]);
  await hands.type(screen.getByLabelText("Search the glossary"), "x");
  expect(screen.getByText("No such word here.")).toBeTruthy();
});

test("a word that was found is where the glossary begins", () => {
  const { unmount } = render(<Help keys={[]} word="trail" onClose={() => undefined} />);
  expect(document.querySelector(".is-found")?.textContent).toMatch(/^trail/);
  // Closed without a complaint of the page.
  unmount();
});

test("a term says what it means while it has the focus, and is put away by Escape", async () => {
  const hands = userEvent.setup();
  render(<Term title="duty cycle" />);
  const term = screen.getByRole("button", { name: "duty cycle" });
  await hands.tab();
  expect(await screen.findByText(/share of the time an LED is on/)).toBeTruthy();
  expect(term.getAttribute("aria-describedby")).toBeTruthy();
  await hands.keyboard("{Escape}");
  expect(screen.queryByText(/share of the time an LED is on/)).toBeNull();
});
