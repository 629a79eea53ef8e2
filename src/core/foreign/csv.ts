import Papa from "papaparse";

/**
 * What a spreadsheet would work out instead of showing: it begins with a sign of a formula, and is not just a number.
 * The full-width signs count as well.
 */
const FORMULA = /^(?=\s*[=+\-@＝＋－＠\t\r])(?!\s*[+-]?\d+(\.\d+)?$)/u;

/** Rows as a CSV table (RFC 4180). A cell that would be a formula is kept as text by an apostrophe before it. */
export const csvRows = (rows: ReadonlyArray<readonly string[]>): string =>
  Papa.unparse(rows as string[][], { newline: "\r\n", escapeFormulae: FORMULA }) + "\r\n";
