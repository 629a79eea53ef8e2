export { WiresStation } from "./wires";

/** What a printed page shows of the wires. */
export const loadWiring = async () => {
  const [{ WiringDrawing }, { GROUP_TITLES }] = await Promise.all([
    import("./wiring-drawing"),
    import("./wire-list"),
  ]);
  return { WiringDrawing, GROUP_TITLES };
};
