export { copyRigLink } from "./copy-link";
export { OpenLink } from "./open-link";
