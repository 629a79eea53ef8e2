import { transportOf } from "./transports";
import type { BusProtocol, BusWrite } from "./types";

export type ParsedWrite =
  { readonly ok: true; readonly write: BusWrite } | { readonly ok: false; readonly message: string };

/** Bytes of one write at most: a chain of 64 chips takes 128. */
const MOST_BYTES = 160;

/**
 * Reads a write as typed: bytes in hexadecimal, with or without 0x, between blanks or commas; a run of more digits is
 * taken two at a time. Binary with 0b.
 */
export function parseWrite(protocol: BusProtocol, text: string): ParsedWrite {
  const words = text
    .trim()
    .split(/[\s,;]+/)
    .filter(Boolean);
  if (words.length === 0) return { ok: false, message: "Type at least one byte, such as 0A 05." };
  const bytes: number[] = [];
  for (const word of words) {
    if (/^0b[01]{1,8}$/i.test(word)) bytes.push(parseInt(word.slice(2), 2));
    else {
      const digits = word.replace(/^0x/i, "");
      if (!/^[0-9a-f]+$/i.test(digits))
        return {
          ok: false,
          message: `“${word}” is no hexadecimal byte: write 00 to FF, or 0b and eight bits.`,
        };
      if (digits.length > 2 && digits.length % 2 === 1)
        return { ok: false, message: `“${word}” has an odd number of digits: a byte has two.` };
      for (let at = 0; at < digits.length; at += 2) bytes.push(parseInt(digits.slice(at, at + 2), 16));
    }
  }
  if (bytes.length > MOST_BYTES)
    return {
      ok: false,
      message: `${bytes.length} bytes are more than one write takes: at most ${MOST_BYTES}.`,
    };
  if (bytes.length % transportOf(protocol).wordBytes !== 0)
    return { ok: false, message: "Words have two bytes, register and data: type an even number of bytes." };
  return { ok: true, write: { bus: protocol, bytes } };
}
