import "./keys.css";
import { chipKeys } from "@/core/keys";
import { useModel } from "@/store";
import { ChipKeys } from "./chip-keys";
import { Keypad } from "./keypad";

/** Keys a driver chip scans by itself, and a keypad the board scans by rows and columns. */
export function Keys() {
  const model = useModel();
  const part = model.rig.units
    .map(({ ref }) => model.part(ref))
    .find((one) => one.kind === "driver-chip" && chipKeys(one).length > 0);
  return (
    <>
      {part?.kind === "driver-chip" && <ChipKeys part={part} />}
      <Keypad />
    </>
  );
}
