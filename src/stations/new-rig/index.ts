export { NewRig } from "./new-rig";
