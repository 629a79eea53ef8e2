export { PageHead } from "./page-head";
