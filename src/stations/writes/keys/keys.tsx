import "./keys.css";
import { busChip } from "@/core/chips";
import { isBusChip } from "@/core/parts";
import { useModel } from "@/store";
import { ChipKeys } from "./chip-keys";
import { Keypad } from "./keypad";

/** Keys a driver chip scans by itself, and a keypad the board scans by rows and columns. */
export function Keys() {
  const model = useModel();
  const chip = model.rig.units
    .flatMap(({ ref }) => {
      const part = model.part(ref);
      return isBusChip(part) ? [busChip(part)] : [];
    })
    .find(({ keys }) => keys);
  return (
    <>
      {chip?.keys && <ChipKeys chip={chip} scan={chip.keys} />}
      <Keypad />
    </>
  );
}
