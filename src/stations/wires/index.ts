export { WiresStation } from "./wires";
