export { readFirmware, tooLargeFirmware } from "./read";
export { hexText } from "./hex";
export { imageOf, keptFirmware } from "./kept";
export { placeOf, type ProgramPlace } from "./where";
export { FIRMWARE_LIMITS, type FirmwareImage, type FirmwareRead } from "./image";
export { avrChipOf } from "./chips";
export {
  FirmwareRig,
  boardVolts,
  chipFor,
  type CannotRun,
  type FirmwareEdge,
  type FirmwareSettings,
  type FirmwareStep,
} from "./rig";
export { costOf, recordFirmware, type FirmwareCost, type InterruptShare, type Recorded } from "./record";
export { scanOf, type ScanFound } from "./scan-found";
export { againstOwn, captureOf } from "./against";
export { whatWouldChange, type Change } from "./fit";
