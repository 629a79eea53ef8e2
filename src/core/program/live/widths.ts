import type { Width } from "../language";

const WIDTHS: ReadonlyArray<readonly [Width, number, number]> = [
  ["u8", 0, 255],
  ["i8", -128, 127],
  ["u16", 0, 65_535],
  ["i16", -32_768, 32_767],
  ["u32", 0, 2 ** 32 - 1],
  ["i32", -(2 ** 31), 2 ** 31 - 1],
];

/** The narrowest width that holds a range: what is enough is what a good maker takes. */
export const widthFor = (least: number, most: number): Width =>
  WIDTHS.find(([, low, high]) => least >= low && most <= high)?.[0] ?? "i32";
