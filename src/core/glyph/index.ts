export {
  SEGMENTS,
  inOrder,
  isSegment,
  parseSegments,
  segmentBeside,
  writeSegments,
  type Direction,
  type SegmentName,
} from "./segments";
export {
  GLYPHS,
  HEXADECIMAL,
  VARIANTS,
  cellSegments,
  glyphFit,
  joinCells,
  readSegments,
  splitCells,
  type Cell,
  type GlyphFit,
  type GlyphOverride,
} from "./alphabet";
export { formatByte, parseByte, type ByteForm } from "./bytes";
