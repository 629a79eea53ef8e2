/** Bounds of the rig document, shared by the Yup schema, the published JSON Schema and the fields on screen. */
export const LIMITS = {
  fileBytes: 2 * 1024 * 1024,
  name: 80,
  note: 2000,
  units: 500,
  wires: 5000,
  glyphs: 256,
  list: 256,
  bytes: 64,
  bits: 1024,
  rounds: 1_000_000,
  /** ms */
  interval: [1, 86_400_000],
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
} as const;

export const PATTERNS = {
  id: /^[A-Za-z0-9-]{1,64}$/,
  unitRef: /^[A-Z]{1,4}[0-9]{1,3}$/,
  legRef: /^[A-Z]{1,4}[0-9]{1,3}\.[A-Za-z0-9+-]{1,8}$/,
  pip: /^[A-Z]{1,4}[0-9]{1,3}\.[0-9]{1,2}\.(a|b|c|d|e|f|g|dp)$/,
} as const;
