export {
  KEYPADS,
  debounceFor,
  debounced,
  keypadScanTime,
  scanKeypad,
  type KeypadName,
  type KeypadReading,
} from "./keypad";
