import { act, render, screen } from "@testing-library/react";
import { SPOKEN_EVERY_MS, SpokenFace } from "./spoken-face";

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test("what reads on the face is said when it changes, at most every two seconds, and the last word is said", () => {
  const { rerender } = render(<SpokenFace reads="1" />);
  const said = () => screen.getByRole("status").textContent;
  const wait = (ms: number) => act(() => void jest.advanceTimersByTime(ms));
  wait(0);
  expect(said()).toBe("The face reads 1");
  rerender(<SpokenFace reads="2" />);
  wait(500);
  rerender(<SpokenFace reads="3" />);
  wait(500);
  expect(said()).toBe("The face reads 1");
  wait(SPOKEN_EVERY_MS);
  expect(said()).toBe("The face reads 3");
  rerender(<SpokenFace reads="  " />);
  wait(SPOKEN_EVERY_MS);
  expect(said()).toBe("The face reads dark");
});

test("a face that changes all the time is still said", () => {
  const { rerender } = render(<SpokenFace reads="0" />);
  let heard = 0;
  let before = "";
  for (let at = 1; at <= 100; at += 1) {
    act(() => void jest.advanceTimersByTime(100));
    rerender(<SpokenFace reads={String(at)} />);
    const now = screen.getByRole("status").textContent ?? "";
    if (now !== before) heard += 1;
    before = now;
  }
  expect(heard).toBeGreaterThan(3);
  expect(heard).toBeLessThanOrEqual(6);
});
