/**
 * Characters that are seen as nothing, or that turn the order of those around them: control characters, bidirectional
 * and other format marks, halves of pairs, private ones, and what parts lines.
 */
export const UNSEEN = /[\p{C}\p{Zl}\p{Zp}]+/gu;

/**
 * Text as it may stand in a comment of C, C++ or Verilog, to the end of a line or between marks: one line, that neither
 * ends the comment nor joins the next line to it (a backslash, also as the trigraph `??/`), nor is read otherwise than
 * it looks (bidirectional marks).
 */
export const commentText = (text: string): string =>
  text
    .replace(UNSEEN, " ")
    .replace(/\\/g, "/")
    // Two texts behind each other make no trigraph either.
    .replace(/\?(?=[?/])/g, "? ")
    .replace(/\*(?=\/)/g, "* ")
    .replace(/\/(?=\*)/g, "/ ");
