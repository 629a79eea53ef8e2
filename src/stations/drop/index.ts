export { DropAnywhere } from "./drop-anywhere";
export { useRigFiles } from "./rig-files";
