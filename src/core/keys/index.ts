export { KEYPADS, debounceFor, debounced, keypadScanTime, scanKeypad, type KeypadName } from "./keypad";
