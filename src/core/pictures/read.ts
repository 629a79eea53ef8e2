import { PICTURE_LIMITS, refuse, type ReadPictures } from "./picture";
import { readGif } from "./read-gif";
import { readPng } from "./read-png";
import { isPnm, readPnm } from "./read-pnm";

/** What is said of a file that is too large to be a picture here. @param size bytes */
export const tooLargePicture = (size: number): string =>
  `The file is ${(size / 1048576).toFixed(1)} MiB; at most ${PICTURE_LIMITS.bytes / 1048576} MiB are taken.`;

/**
 * Reads a PNG, a GIF (all its frames), a PBM, PGM or PPM by what is in it, whatever it is called.
 * @param report called with the share done, 0 to 1
 */
export function readPictures(
  bytes: Uint8Array,
  report: (share: number) => void = () => undefined,
): ReadPictures {
  report(0.05);
  if (bytes.length === 0) return refuse("The file is empty.");
  if (bytes.length > PICTURE_LIMITS.bytes) return refuse(tooLargePicture(bytes.length));
  const begins = (...values: number[]) => values.every((value, at) => bytes[at] === value);
  if (begins(0x89, 0x50, 0x4e, 0x47)) return readPng(bytes);
  if (begins(0x47, 0x49, 0x46, 0x38)) return readGif(bytes, report);
  if (isPnm(bytes)) return readPnm(bytes);
  return refuse(
    "It is none of the pictures that can be read here: PNG, GIF, PBM, PGM or PPM. Save it as one of them first.",
  );
}
