import { gridOf, isMultiplexed, ledResistors, scanningChip, type RigModel } from "@/core/address";
import { controllerById, reactingOf, schemeOf } from "@/core/rig";

/** What a rig has, as far as fields of stations depend on it. */
export interface RigKinds {
  readonly digits: boolean;
  readonly dots: boolean;
  /** Its display is no module. */
  readonly bare: boolean;
  readonly resistors: boolean;
  /** It has shift registers. */
  readonly chain: boolean;
  /** Bytes go to chips. */
  readonly bytes: boolean;
  /** Its program lights digits one after another. */
  readonly scans: boolean;
  /** A chip does that by itself. */
  readonly driver: boolean;
  readonly listed: boolean;
  readonly reacts: boolean;
  readonly scenes: boolean;
  /** The first of its scenes moves. */
  readonly scrolls: boolean;
  readonly firmware: boolean;
  /** It shows several digits, and so texts. */
  readonly many: boolean;
  /** A byte is made of its segments, and not written to a chip's memory. */
  readonly segmentBytes: boolean;
  readonly contacts: boolean;
  /** Which output drives what may be chosen. */
  readonly orders: boolean;
  readonly logic: boolean;
}

/** Looks at a rig for what it has. */
export function kindsOf(model: RigModel): RigKinds {
  const { rig, encoding } = model;
  const dots = gridOf(model) !== undefined;
  const reacts = reactingOf(rig) !== undefined;
  const [scene] = rig.sign?.scenes ?? [];
  const scans = isMultiplexed(model);
  const { free } = schemeOf(rig.plan.scheme);
  return {
    digits: !dots,
    dots,
    bare: rig.plan.bought === undefined,
    resistors: ledResistors(model).size > 0,
    chain: model.chain.chips.length > 0,
    bytes: encoding.byteCount > 0 || encoding.buses !== undefined,
    scans,
    driver: !scans && scanningChip(model) !== undefined,
    listed: !reacts && rig.show.mode === "count",
    reacts,
    scenes: scene !== undefined && "text" in scene,
    scrolls:
      scene !== undefined && "motion" in scene && (scene.motion === "left" || scene.motion === "right"),
    firmware: rig.firmware !== undefined,
    many: model.digits.length > 1,
    segmentBytes: encoding.byteCount > 0 && encoding.buses === undefined,
    contacts: (reactingOf(rig)?.controls.length ?? 0) > 0,
    orders: rig.plan.bought === undefined && (free.segments === true || free.digits === true),
    logic: controllerById(rig.plan.controller).flavour === "logic",
  };
}
