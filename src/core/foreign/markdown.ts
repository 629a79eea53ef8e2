/** Text in a cell or line of Markdown: nothing of it is taken for markup, and it stays on its line. */
export const markdownText = (text: string): string =>
  text.replace(/[\\`*_[\]<>#|]/g, (sign) => `\\${sign}`).replace(/\s+/g, " ");
