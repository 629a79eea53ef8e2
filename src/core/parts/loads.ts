import type { LoadPart } from "../sheet";

const BUZZER: LoadPart = {
  id: "buzzer",
  kind: "load",
  title: "buzzer, active",
  sounds: true,
  outline: { style: "two-ended" },
  legs: [
    { id: "+", name: "plus, the longer leg", role: "passive" },
    { id: "-", name: "minus", role: "passive" },
  ],
  pins: { plus: "+", minus: "-", ohms: 167 },
  current: 30,
  supplyRange: [3, 6],
  source: "typical active buzzer: sounds by itself at 2 to 4 kHz, 30 mA at 5 V",
};

const PASSIVE_BUZZER: LoadPart = {
  id: "buzzer-passive",
  kind: "load",
  title: "buzzer, passive, 42 Ω",
  sounds: true,
  outline: { style: "two-ended" },
  legs: [
    { id: "+", name: "plus", role: "passive" },
    { id: "-", name: "minus", role: "passive" },
  ],
  pins: { plus: "+", minus: "-", ohms: 42 },
  tone: 2048,
  coil: true,
  // 5 V over 42 Ω for half of each period, less what its coil holds back: customary figure.
  current: 60,
  supplyRange: [3, 5.5],
  source: "typical magnetic buzzer: 42 Ω coil, loudest at 2048 Hz, up to 120 mA while its line is high",
};

/** Before a relay switches anything. */
const MAINS =
  "Mains, or any load above 30 V AC or 60 V DC: isolate, enclose and fuse it, follow your local codes and leave it to a licensed person.";

const RELAY: LoadPart = {
  id: "relay",
  kind: "load",
  title: "relay, 5 V coil",
  sounds: false,
  outline: { style: "two-ended" },
  legs: [
    { id: "A1", name: "coil", role: "passive" },
    { id: "A2", name: "coil", role: "passive" },
  ],
  pins: { plus: "A1", minus: "A2", ohms: 70 },
  coil: true,
  current: 72,
  supplyRange: [3.8, 6.5],
  caution: MAINS,
  source: "typical relay: 5 V coil of 70 Ω, 70 to 80 mA; pulls in from three quarters of its voltage",
};

const RELAY_BOARD: LoadPart = {
  id: "relay-board",
  kind: "load",
  title: "relay board, active low",
  sounds: false,
  outline: { style: "header" },
  legs: [
    { id: "VCC", name: "VCC", role: "supply-in", whenOpen: "the relay has no supply" },
    { id: "GND", name: "GND", role: "ground", whenOpen: "the board has no return path" },
    { id: "IN", name: "IN", role: "input", whenOpen: "the relay may pull in by itself" },
  ],
  pins: { supply: "VCC", ground: "GND", input: "IN", on: 0 },
  current: 75,
  inputCurrent: 3,
  supplyRange: [4.5, 5.5],
  caution: MAINS,
  source:
    "typical relay board: 5 V coil of 70 to 80 mA behind a transistor, diode and optocoupler, on while its input is low",
};

/** What a line switches that is no LED. */
export const LOADS: readonly LoadPart[] = [BUZZER, PASSIVE_BUZZER, RELAY_BOARD, RELAY];
