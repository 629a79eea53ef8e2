export { Term } from "./term";
export { GLOSSARY, termOf } from "./terms";
