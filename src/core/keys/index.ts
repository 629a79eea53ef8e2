export { debounceFor, debounced, keypadScanTime, scanKeypad, type KeypadReading } from "./keypad";
