export { Term } from "./term";
export { GLOSSARY, termOf, type GlossaryTerm } from "./terms";
