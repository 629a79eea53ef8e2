export { readFirmware } from "./read";
export { hexText } from "./hex";
export { FIRMWARE_LIMITS, type FirmwareImage, type FirmwareRead } from "./image";
export { avrChipOf } from "./chips";
export { FirmwareRig, boardVolts, chipFor, type CannotRun, type FirmwareEdge, type FirmwareSettings } from "./rig";
export { costOf, recordFirmware, type FirmwareCost, type Recorded } from "./record";
export { scanOf, type ScanFound } from "./scan-found";
export { againstOwn, captureOf } from "./against";
