import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { demoRig } from "@/demo";
import { useGivenFile, useRefusal, type GivenKind } from "@/store";
import { sentTo } from "@/ui/fixtures/navigation";
import { openInPlace } from "../fixtures/open";
import { DropAnywhere } from "./drop-anywhere";

const KINDS: readonly GivenKind[] = ["capture", "font", "picture", "firmware", "table"];
const taken: string[] = [];

function Takes({ kind }: { kind: GivenKind }) {
  useGivenFile(kind, (file) => void taken.push(`${kind} ${file.name}`));
  return null;
}

async function drop(name: string, text: string) {
  const file = new File([text], name);
  const dataTransfer = { types: ["Files"], files: [file] };
  fireEvent.dragOver(window, { dataTransfer });
  expect(screen.getByText(/^Drop it: rig, back-up/)).toBeTruthy();
  fireEvent.drop(window, { dataTransfer });
  await act(async () => {});
}

beforeEach(() => {
  taken.length = 0;
  sentTo.length = 0;
  useRefusal.setState({ refusal: undefined });
  render(
    <DropAnywhere>
      {KINDS.map((kind) => (
        <Takes key={kind} kind={kind} />
      ))}
    </DropAnywhere>,
  );
});

const on = (id: string) => {
  openInPlace(demoRig(id));
  window.history.replaceState(null, "", `/rig/${id}/plan`);
};

test.each([
  ["slip-gate", "run.vcd", "$timescale 1 us $end", "capture", "/rig/slip-gate/writes"],
  ["slip-gate", "a.hex", ":100000000C945C000C946E000C946E000C946E00CA\n", "firmware", "/rig/slip-gate/code"],
  ["slip-gate", "font.h", "uint8_t d[] = {0x3F};", "table", "/rig/slip-gate/code"],
  ["tide-notice", "bold.bdf", "STARTFONT 2.1\n", "font", "/rig/tide-notice/frames"],
  ["tide-notice", "oar.pbm", "P1\n8 8\n", "picture", "/rig/tide-notice/frames"],
])("on %s a dropped %s goes where it belongs", async (id, name, text, kind, to) => {
  on(id);
  await drop(name, text);
  await waitFor(() => expect(taken).toEqual([`${kind} ${name}`]));
  expect(sentTo).toEqual([to]);
});

test.each([
  ["run.vcd", "$timescale 1 us $end", "/look/capture"],
  ["font.h", "uint8_t d[] = {0x3F};", "/look/table"],
])("with no rig open %s is looked at without one", async (name, text, to) => {
  window.history.replaceState(null, "", "/");
  await drop(name, text);
  await waitFor(() => expect(sentTo).toEqual([to]));
});

test.each([
  ["slip-gate", "bold.bdf", "STARTFONT 2.1\n", /needs a rig with a display of dots/],
  ["slip-gate", "holiday.mp4", "....", /no file this application knows/],
])("on %s %s is refused, with what is taken", async (id, name, text, says) => {
  on(id);
  await drop(name, text);
  await waitFor(() => expect(useRefusal.getState().refusal?.says).toMatch(says));
  expect(taken).toEqual([]);
});
