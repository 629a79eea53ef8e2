export { readFirmware } from "./read";
export { hexText } from "./hex";
export { FIRMWARE_LIMITS, type FirmwareImage, type FirmwareRead } from "./image";
export { avrChipOf } from "./chips";
export { FirmwareRig, chipFor, type CannotRun, type FirmwareEdge } from "./rig";
export { costOf, recordFirmware, type FirmwareCost, type Recorded } from "./record";
export { scanOf, type ScanFound } from "./scan-found";
