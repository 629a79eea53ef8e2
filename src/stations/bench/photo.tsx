import { useState } from "react";
import Modal from "react-bootstrap/Modal";
import { BENCH_LIMITS, EMPTY_BENCH, type LogEntry } from "@/core/rig";
import { editBench, refuse, useRig } from "@/store";
import { FileButton, IconButton } from "@/ui";

/** Dots along the longer side of a kept picture, and how much a JPEG is packed: some 20 to 40 kB. */
const SIDE = 480;
const QUALITY = 0.7;

/** A picture file made small enough to be kept with the rig. @throws where the browser cannot read it */
async function smallJpeg(file: File): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas.toDataURL("image/jpeg", QUALITY);
}

const change = (id: string, how: (entry: LogEntry) => LogEntry) =>
  editBench((bench) => ({ ...bench, log: bench.log.map((one) => (one.id === id ? how(one) : one)) }));

/** The picture of a measured value: put there, looked at, taken off. */
export function Photo({ entry, says }: { entry: LogEntry; says: string }) {
  const { bench = EMPTY_BENCH } = useRig();
  const [open, setOpen] = useState(false);
  const { photo, id } = entry;
  const full = bench.log.filter((one) => one.photo !== undefined).length >= BENCH_LIMITS.photos;
  const take = async (file: File) => {
    try {
      const made = await smallJpeg(file);
      change(id, (before) => ({ ...before, photo: made }));
    } catch {
      refuse("That is no picture", "The browser cannot read this file. Take a JPEG or PNG.");
    }
  };
  if (!photo)
    return full ? (
      <span className="tiny quiet">{BENCH_LIMITS.photos} photos are all there is room for</span>
    ) : (
      <FileButton accept="image/*" onFile={(file) => void take(file)}>
        Photo
      </FileButton>
    );
  return (
    <>
      <button type="button" className="plain-button" onClick={() => setOpen(true)}>
        {/* eslint-disable-next-line @next/next/no-img-element -- it comes from the rig, not from a server */}
        <img src={photo} alt={`Photo of ${says}`} className="bench-photo" />
      </button>
      <IconButton
        icon="bi-x"
        label={`Take off the photo of ${says}`}
        onClick={() => change(id, ({ photo: _, ...bare }) => bare)}
      />
      {open && (
        <Modal show onHide={() => setOpen(false)} centered aria-label={`Photo of ${says}`}>
          <Modal.Body>
            {/* eslint-disable-next-line @next/next/no-img-element -- it comes from the rig, not from a server */}
            <img src={photo} alt={`Photo of ${says}`} className="w-100" />
          </Modal.Body>
        </Modal>
      )}
    </>
  );
}
