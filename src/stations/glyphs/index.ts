export { GlyphsStation } from "./glyphs";
