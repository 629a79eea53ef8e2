/**
 * Reads a byte as makers write it: 0x3F, $3F, 3Fh, 0b00111111, B00111111, 63. A decimal of up to three digits is
 * decimal; eight digits of 0 and 1 are binary.
 * @returns 0 to 255, or a message
 */
export function parseByte(text: string): { ok: true; value: number } | { ok: false; message: string } {
  const clean = text.trim().replace(/[_\s']/g, "");
  const forms: ReadonlyArray<readonly [RegExp, number]> = [
    [/^0x([0-9a-f]{1,2})$/i, 16],
    [/^\$([0-9a-f]{1,2})$/i, 16],
    [/^([0-9a-f]{1,2})h$/i, 16],
    [/^([01]{8})$/, 2],
    [/^(\d{1,3})$/, 10],
    [/^([0-9a-f]{2})$/i, 16],
    [/^0?b([01]{1,8})$/i, 2],
  ];
  for (const [form, radix] of forms) {
    const match = form.exec(clean);
    if (!match) continue;
    const value = parseInt(match[1]!, radix);
    if (value <= 255) return { ok: true, value };
    return { ok: false, message: `${value} does not fit in a byte: 0 to 255` };
  }
  return { ok: false, message: "write a byte as 0x3F, 63 or 0b00111111" };
}

export type ByteForm = "hex" | "decimal" | "binary";

/** Two hexadecimal digits, for rows of bytes where a mark at each would be in the way; "??" for one that is not known. */
export const bareByte = (value: number): string =>
  value < 0 ? "??" : value.toString(16).toUpperCase().padStart(2, "0");

/** Writes a byte: 0x3F, 63 or 0b00111111. */
export function formatByte(value: number, form: ByteForm = "hex"): string {
  switch (form) {
    case "hex":
      return `0x${bareByte(value)}`;
    case "decimal":
      return String(value);
    case "binary":
      return `0b${value.toString(2).padStart(8, "0")}`;
  }
}
