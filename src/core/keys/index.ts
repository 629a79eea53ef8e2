export { BOARD_KEYS, chipKeys, keyBytes, keysIn, type ChipKey } from "./chip-keys";
export {
  KEYPADS,
  debounceFor,
  debounced,
  keypadScanTime,
  scanKeypad,
  type Debounce,
  type KeypadName,
  type KeypadReading,
  type ScanStep,
} from "./keypad";
