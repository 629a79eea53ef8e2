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
