export { Shelf } from "./shelf";
