/** Bounds of the rig document, shared by the Yup schema, the published JSON Schema and the fields on screen. */
export const LIMITS = {
  fileBytes: 12 * 1024 * 1024,
  /** Brackets within brackets: a rig document has seven. */
  depth: 24,
  /** Problems of a document that are told of; the rest shows once these are mended. */
  problems: 24,
  name: 80,
  note: 2000,
  units: 999,
  wires: 10_000,
  glyphs: 256,
  /** Characters of one text of the show, and how many texts. */
  text: 32,
  texts: 256,
  bytes: 64,
  /** LEDs of all displays together. */
  pips: 8192,
  needs: 12,
  buses: 8,
  /** Lines a plan names. */
  lines: 64,
  digits: 512,
  /** Digits of one display, and turns of a scan. */
  ownDigits: 8,
  /** Added to a bus address by straps. */
  busAddress: [0, 7],
  /** Brightness steps, from 0. */
  level: [0, 15],
  displayLegs: 40,
  rounds: 1_000_000,
  /** ms */
  interval: [1, 86_400_000],
  /** Of a sign: modules, scenes, characters of a text, pictures of a scene, fonts and the size of one. */
  modules: 64,
  scenes: 64,
  signText: 4000,
  pictures: 512,
  pictureSide: 512,
  fonts: 4,
  fontBytes: 4 * 1024 * 1024,
  /** Dots of all texts of a sign, laid out in their fonts. */
  textDots: 16_000_000,
  /** ms of a step, and of a picture. */
  step: [5, 60_000],
  pause: [0, 600_000],
  repeat: [1, 1000],
  gap: [-2, 16],
  /** µs */
  onTime: [1, 1_000_000],
  /** µs */
  blankTime: [0, 1_000_000],
  /** Ω */
  ohms: [1, 10_000_000],
  /** F */
  farads: [1e-12, 1],
  /** V */
  volts: [1, 24],
  /** V */
  forward: [1, 5],
  /** Ω */
  slope: [0, 200],
  /** mA */
  testCurrent: [0.1, 100],
} as const;

/** Frequencies at which driver chips can blink, in Hz. */
export const BLINKS = [0, 0.5, 1, 2] as const;

export const PATTERNS = {
  id: /^[A-Za-z0-9-]{1,64}$/,
  unitRef: /^[A-Z]{1,4}[0-9]{1,3}$/,
  legRef: /^[A-Z]{1,4}[0-9]{1,3}\.[A-Za-z0-9+-]{1,8}$/,
  pip: /^[A-Z]{1,4}[0-9]{1,3}\.[0-9]{1,2}\.(a|b|c|d|e|f|g|dp|colon|degree|lamp|c([1-9]|1[0-6]))$/,
  lineUse:
    /^(data|clock|latch|segment-(a|b|c|d|e|f|g|dp|colon|degree|lamp)|digit-[1-8]|select-[0-2]|code-[0-3]|ring-(clock|reset))$/,
  /** Packed rows of a picture. */
  dots: /^[0-9a-f]*$/,
  legUse: /^(a|b|c|d|e|f|g|dp|colon|degree|lamp|c([1-9]|1[0-6])|digit-[1-8]|not-used)$/,
} as const;
