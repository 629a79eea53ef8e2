import { act, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { closeRefusal, dismiss, refuse, say, useMessages, useRefusal } from "@/store";
import { savedFiles } from "./fixtures/downloads";
import { DownloadButton, FileButton, copyText, saveBytes } from "./files";
import { Messages } from "./messages";
import { Meter } from "./meter";
import { PlannerProgress } from "./progress";
import { StartUp } from "./start-up";
import { TrailList } from "./trail-list";
import { useChosen } from "./use-chosen";
import { useJob } from "./use-job";
import { useMost } from "./use-most";
import { usePlanner } from "./use-planner";

describe("what the page says", () => {
  afterEach(() => act(() => useMessages.getState().messages.forEach(({ id }) => dismiss(id))));

  test("stands until it is dismissed, and has its way back", async () => {
    const run = jest.fn();
    render(<Messages />);
    act(() => say({ text: "Slip gate is in the bin", action: { label: "Undo", run } }));
    expect(await screen.findByText("Slip gate is in the bin")).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Undo" }));
    expect(run).toHaveBeenCalledTimes(1);
    await waitFor(() => expect(screen.queryByText("Slip gate is in the bin")).toBeNull());
    act(() => say({ text: "Copied" }));
    await userEvent.click(await screen.findByRole("button", { name: "Dismiss" }));
    expect(useMessages.getState().messages).toEqual([]);
  });

  test("what was refused is a dialog with its title, the reason, and every problem with its place", async () => {
    render(<Messages />);
    act(() =>
      refuse("“a.json” was not taken in", "It is no rig.", [{ path: "wires[3].to", message: "names U9" }]),
    );
    const dialog = await screen.findByRole("dialog", { name: "“a.json” was not taken in" });
    expect(dialog.textContent).toContain("It is no rig.");
    expect(dialog.textContent).toContain("wires[3].to names U9.");
    await userEvent.click(screen.getByRole("button", { name: "Close" }));
    await waitFor(() => expect(useRefusal.getState().refusal).toBeUndefined());
  });
});

describe("what nobody caught", () => {
  const rejected = (reason: unknown) => {
    const event = new Event("unhandledrejection") as PromiseRejectionEvent;
    Object.assign(event, { reason });
    act(() => void window.dispatchEvent(event));
    return useRefusal.getState().refusal;
  };

  test("is said with what it means for what is stored; what was stopped by hand is not", async () => {
    act(closeRefusal);
    render(<StartUp>the shelf</StartUp>);
    expect(await screen.findByText("the shelf")).toBeTruthy();
    expect(rejected(Object.assign(new Error("gone"), { name: "AbortError" }))).toBeUndefined();
    expect(rejected(new Error("x is undefined"))?.says).toMatch(
      /^Something failed that should not: x is undefined\./,
    );
    expect(rejected(Object.assign(new Error("full"), { name: "QuotaExceededError" }))?.says).toMatch(
      /^Nothing was stored: /,
    );
  });
});

describe("files", () => {
  test("a text is handed over under its name when it is asked for, and not before", async () => {
    const text = jest.fn(() => Promise.resolve("units: 3"));
    const before = savedFiles.length;
    render(
      <DownloadButton text={text} name="slip.pip.json">
        Rig file
      </DownloadButton>,
    );
    expect(text).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole("button", { name: "Rig file" }));
    await waitFor(() => expect(savedFiles.length).toBe(before + 1));
    const { name, blob } = savedFiles.at(-1)!;
    expect([name, await blob.text()]).toEqual(["slip.pip.json", "units: 3"]);
  });

  test("bytes are handed over as they are", async () => {
    saveBytes(new Uint8Array([0, 255, 7]), "a.bin", "application/octet-stream");
    const { blob } = savedFiles.at(-1)!;
    expect([...new Uint8Array(await blob.arrayBuffer())]).toEqual([0, 255, 7]);
    expect(blob.type).toBe("application/octet-stream");
  });

  test("the same file can be opened twice in a row", async () => {
    const opened: string[] = [];
    render(
      <FileButton accept=".vcd" onFile={({ name }) => opened.push(name)}>
        Open
      </FileButton>,
    );
    const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
    for (let times = 0; times < 2; times += 1) await userEvent.upload(input, new File(["x"], "a.vcd"));
    expect(opened).toEqual(["a.vcd", "a.vcd"]);
    expect(input.value).toBe("");
  });

  test("where copying is not allowed the download is named", async () => {
    Object.defineProperty(navigator, "clipboard", {
      configurable: true,
      value: { writeText: () => Promise.reject(new Error("no")) },
    });
    await copyText("text", "Code");
    expect(useMessages.getState().messages.at(-1)).toMatchObject({ tone: "trouble" });
    expect(useMessages.getState().messages.at(-1)!.text).toMatch(/download/);
  });
});

test.each([
  [0.5, "", 50],
  [0.95, "near", 95],
  [1.2, "over", 100],
])("a figure at %d of its limit says “%s”", (share, word, width) => {
  render(<Meter label="Package" share={share} text="35 mA of 70 mA" />);
  expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
    `Package: ${Math.round(share * 100)} % of the limit`,
  );
  expect(document.querySelector<HTMLElement>(".meter-fill")!.style.width).toBe(`${width}%`);
  expect(screen.queryByText(/near|over/)?.textContent ?? "").toContain(word);
});

test("a hop of a trail says where it leads, and a broken one looks broken", async () => {
  const gone: string[] = [];
  const hop = (title: string, kind: string) =>
    ({ title, kind, topic: "wiring", legs: [], pips: [] }) as never;
  render(
    <TrailList
      hops={[hop("U1 QA", "chip"), hop("no wire", "broken")]}
      leadsTo={() => "Wires"}
      onGo={({ title }) => gone.push(title)}
    />,
  );
  const [first, second] = screen.getAllByRole("button");
  expect(first!.title).toBe("Go to Wires");
  await userEvent.click(second!);
  expect(gone).toEqual(["no wire"]);
  expect(screen.getAllByRole("listitem").map(({ className }) => /broken/.test(className))).toEqual([
    false,
    true,
  ]);
});

describe("long work", () => {
  /** A job that goes on until it is let go. */
  function held() {
    let letGo = (_: string) => {};
    let report = (_: number) => {};
    const job = (_: unknown, say: (share: number) => void) => {
      report = say;
      return new Promise<string>((resolve) => void (letGo = resolve));
    };
    return {
      job: job as never,
      letGo: (value: string) => letGo(value),
      report: (share: number) => report(share),
    };
  }

  test("is kept up to date, shows how far it is, is stopped and started again", async () => {
    const work = held();
    function Kept({ of }: { of: string }) {
      const view = usePlanner<string>(of, work.job);
      return (
        <>
          <PlannerProgress work={view} label="Working" />
          <output>{view.stale ? "stale" : view.result}</output>
        </>
      );
    }
    const { rerender } = render(<Kept of="one" />);
    const bar = await screen.findByRole("progressbar", { name: "Working" });
    act(() => work.report(0.42));
    expect(bar.getAttribute("aria-valuenow")).toBe("42");
    await userEvent.click(screen.getByRole("button", { name: "Stop" }));
    expect(screen.getByText("Stopped.")).toBeTruthy();
    await userEvent.click(screen.getByRole("button", { name: "Run it again" }));
    await screen.findByRole("progressbar");
    await act(async () => work.letGo("found"));
    expect(await screen.findByText("found")).toBeTruthy();
    rerender(<Kept of="two" />);
    expect(screen.getByText("stale")).toBeTruthy();
    await screen.findByRole("progressbar");
    await act(async () => work.letGo("found anew"));
    expect(await screen.findByText("found anew")).toBeTruthy();
  });

  test("that fails says so once, and what is begun anew lets the one before go", async () => {
    const taken: string[] = [];
    const first = held();
    const second = held();
    function Once() {
      const { run, progress, cancel } = useJob();
      return (
        <>
          <button onClick={() => run<string>(first.job, (value) => taken.push(value))}>first</button>
          <button onClick={() => run<string>(second.job, (value) => taken.push(value))}>second</button>
          <button
            onClick={() => run<string>((() => Promise.reject(new Error("no room"))) as never, () => {})}
          >
            fail
          </button>
          <button onClick={cancel}>cancel</button>
          <output>{progress === undefined ? "idle" : "busy"}</output>
        </>
      );
    }
    render(<Once />);
    const press = (name: string) => userEvent.click(screen.getByRole("button", { name }));
    await press("first");
    await press("second");
    await act(async () => first.letGo("too late"));
    await act(async () => second.letGo("in time"));
    expect(taken).toEqual(["in time"]);
    await press("first");
    expect(screen.getByText("busy")).toBeTruthy();
    await press("cancel");
    expect(screen.getByText("idle")).toBeTruthy();
    await press("fail");
    await waitFor(() => expect(useRefusal.getState().refusal?.says).toMatch(/no room/));
  });
});

test("of a long list the first are shown with those that are kept, and four times as many when asked", async () => {
  const list = Array.from({ length: 100 }, (_, at) => at);
  function Long() {
    const { shown, left, more } = useMost(list, 10, (one) => one === 77);
    return (
      <button onClick={more}>
        {shown.length} and {left}, {shown.includes(77) ? "with" : "without"} 77
      </button>
    );
  }
  render(<Long />);
  const button = screen.getByRole("button");
  expect(button.textContent).toBe("11 and 89, with 77");
  await userEvent.click(button);
  expect(button.textContent).toBe("41 and 59, with 77");
  await userEvent.click(button);
  expect(button.textContent).toBe("100 and 0, with 77");
});

test("what is chosen stays chosen when it moves, and one behind the end is the last", async () => {
  function List() {
    const [items, setItems] = useState(["a", "b", "c"]);
    const [at, choose] = useChosen(items);
    return (
      <>
        <output>{items[at]}</output>
        <button onClick={() => choose(1)}>choose b</button>
        <button onClick={() => setItems(["b", "c", "a"])}>move</button>
        <button onClick={() => setItems(["c"])}>cut</button>
      </>
    );
  }
  render(<List />);
  const press = (name: string) => userEvent.click(screen.getByRole("button", { name }));
  const chosen = () => screen.getByRole("status").textContent;
  expect(chosen()).toBe("a");
  await press("choose b");
  expect(chosen()).toBe("b");
  await press("move");
  expect(chosen()).toBe("b");
  await press("cut");
  expect(chosen()).toBe("c");
});
