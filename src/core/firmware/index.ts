export { readFirmware, tooLargeFirmware } from "./read";
export { hexText } from "./hex";
export { imageOf, keptFirmware } from "./kept";
export { placeOf, type ProgramPlace } from "./where";
export { FIRMWARE_LIMITS, type FirmwareImage } from "./image";
export {
  FirmwareRig,
  chipFor,
  type FirmwareSettings,
  type FirmwareStep,
} from "./rig";
export { costOf, recordFirmware, type FirmwareCost, type Recorded } from "./record";
export { scanOf, type ScanFound } from "./scan-found";
export { againstOwn, captureOf } from "./against";
export { whatWouldChange, type Change } from "./fit";
