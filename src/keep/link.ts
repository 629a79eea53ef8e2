import { Inflate, deflateSync, strFromU8, strToU8 } from "fflate";
import { LIMITS, readRig, writeRig, type Rig } from "@/core/rig";
import { addRig, type Imported } from "./shelf";

/** Characters of a link's part behind #: what browsers, chats and mail programs still carry whole. */
export const LINK_LIMIT = 30_000;

/** How a packed rig begins: the first form there is. */
const FORM = "1.";

export type PackedRig =
  | { readonly ok: true; readonly packed: string }
  /** Too long for a link. */
  | { readonly ok: false; readonly length: number; readonly most: number };

/** A rig packed into the part of a link behind #, which no browser sends to any server. */
export function packRig(rig: Rig): PackedRig {
  const bytes = deflateSync(strToU8(JSON.stringify(JSON.parse(writeRig(rig)))), { level: 9 });
  const packed = FORM + toBase64Url(bytes);
  return packed.length > LINK_LIMIT
    ? { ok: false, length: packed.length, most: LINK_LIMIT }
    : { ok: true, packed };
}

/** Puts a copy of the rig of a link on the shelf; nothing is stored unless all of it is good. */
export async function importPacked(packed: string): Promise<Imported> {
  const refused = (message: string): Imported => ({ ok: false, problems: [{ path: "link", message }] });
  if (packed.length > LINK_LIMIT)
    return refused(`is ${packed.length} characters long; a rig's link has at most ${LINK_LIMIT}`);
  if (!packed.startsWith(FORM))
    return refused("holds no rig, or one of a newer version: ask for the link again, or for a rig file");
  const text = inflated(packed.slice(FORM.length));
  if (text === undefined) return refused("was cut off or changed on its way: ask for it again, whole");
  const read = readRig(text);
  return read.ok ? { ok: true, rig: await addRig(read.rig) } : read;
}

/** The text that was packed; undefined where it is damaged, or grows beyond a rig file. */
function inflated(text: string): string | undefined {
  const bytes = fromBase64Url(text);
  if (!bytes) return undefined;
  const pieces: Uint8Array[] = [];
  let size = 0;
  let ended = false;
  try {
    const inflate = new Inflate((piece, final) => {
      size += piece.length;
      if (size > LIMITS.fileBytes) throw new Error("too large");
      pieces.push(piece);
      ended = final;
    });
    // In small steps, so that what grows without end is stopped early.
    for (let at = 0; at < bytes.length; at += 1024)
      inflate.push(bytes.subarray(at, at + 1024), at + 1024 >= bytes.length);
  } catch {
    return undefined;
  }
  if (!ended) return undefined;
  const whole = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return strFromU8(whole);
}

function toBase64Url(bytes: Uint8Array): string {
  let binary = "";
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return btoa(binary).replace(/\+/g, "-").replace(/\//g, "_").replace(/=+$/, "");
}

function fromBase64Url(text: string): Uint8Array | undefined {
  if (!/^[A-Za-z0-9_-]+$/.test(text)) return undefined;
  try {
    return Uint8Array.from(atob(text.replace(/-/g, "+").replace(/_/g, "/")), (char) => char.charCodeAt(0));
  } catch {
    return undefined;
  }
}
