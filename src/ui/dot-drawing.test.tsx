import { act, fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { blankBitmap, type Bitmap } from "@/core/dots";
import { DotDrawing } from "./dot-drawing";

const places = ({ dots }: Bitmap) => [...dots].flatMap((dot, at) => (dot === 1 ? [at] : []));

function show(props: { onPress?: (dot: number) => void; onDot?: (dot: number) => void } = {}) {
  const kept: number[][] = [];
  let bitmap = blankBitmap(4, 3);
  const keep = (made: Bitmap) => {
    bitmap = made;
    kept.push(places(made));
    shown.rerender(drawing());
  };
  const drawing = () => (
    <DotDrawing bitmap={bitmap} colour="red" height={100} label="A picture" onKeep={keep} {...props} />
  );
  const shown = render(drawing());
  const area = screen.getByRole("application", { name: /^A picture/ });
  act(() => area.focus());
  return { hands: userEvent.setup(), kept, area };
}

test("arrows move a place, Space changes its dot, and each change is kept at once", async () => {
  const { hands, kept } = show();
  await hands.keyboard("{ArrowRight}{ArrowDown} {ArrowRight} ");
  expect(kept).toEqual([[5], [5, 6]]);
  await hands.keyboard(" ");
  expect(kept.at(-1)).toEqual([5]);
});

test("the place stays on the picture, and Home and End go to the ends of its row", async () => {
  const { hands, kept } = show();
  await hands.keyboard("{ArrowLeft}{ArrowUp} {End} {ArrowRight}{ArrowDown}{Home} ");
  expect(kept.at(-1)).toEqual([0, 3, 4]);
});

test("Shift with arrows draws along what the place it began on is, and is one stroke", async () => {
  const { hands, kept } = show();
  await hands.keyboard(" {Shift>}{ArrowRight}{ArrowRight}{ArrowDown}{/Shift}");
  expect(kept).toEqual([[0], [0, 1, 2, 6]]);
  // From a dark dot the same keys rub out.
  await hands.keyboard("{ArrowRight}{Shift>}{ArrowLeft}{ArrowLeft}{/Shift}");
  expect(kept.at(-1)).toEqual([0, 1, 2]);
});

test("a stroke that is left by leaving the drawing is kept too", async () => {
  const { hands, kept, area } = show();
  await hands.keyboard(" {Shift>}{ArrowRight}");
  fireEvent.blur(area);
  expect(kept.at(-1)).toEqual([0, 1]);
});

test("the dot and its row are said to those who do not see them", async () => {
  const { hands } = show();
  expect(screen.getByRole("status").textContent).toBe("Row 1, column 1: dark. Of this row dark.");
  await hands.keyboard(" {ArrowRight}");
  expect(screen.getByRole("status").textContent).toBe("Row 1, column 2: dark. Of this row 1 lit.");
});

test("with another tool a press is that tool's, and Shift draws nothing", async () => {
  const pressed: number[] = [];
  const told: number[] = [];
  const { hands, kept } = show({ onPress: (dot) => pressed.push(dot), onDot: (dot) => told.push(dot) });
  await hands.keyboard("{ArrowDown}{Shift>}{ArrowRight}{/Shift}{Enter}");
  expect([pressed, told, kept]).toEqual([[5], [5], []]);
});

test("a finger or mouse draws from dot to dot", () => {
  const { kept } = show();
  const canvas = screen.getByRole<HTMLCanvasElement>("img", { name: "A picture" });
  canvas.getBoundingClientRect = () => ({ left: 0, top: 0, width: 40, height: 30 }) as DOMRect;
  canvas.setPointerCapture = () => {};
  const at = (x: number, y: number) => ({
    clientX: x * 10 + 5,
    clientY: y * 10 + 5,
    button: 0,
    pointerId: 1,
  });
  fireEvent.pointerDown(canvas, at(0, 0));
  fireEvent.pointerMove(canvas, at(3, 0));
  fireEvent.pointerUp(canvas, at(3, 0));
  expect(kept).toEqual([[0, 1, 2, 3]]);
});
