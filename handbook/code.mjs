/** Code in pages: coloured, with its marks. */
import { htmlLanguage } from "@codemirror/lang-html";
import { javascriptLanguage, jsxLanguage, tsxLanguage, typescriptLanguage } from "@codemirror/lang-javascript";
import { pythonLanguage } from "@codemirror/lang-python";
import { classHighlighter, highlightCode } from "@lezer/highlight";

const languages = {
  js: javascriptLanguage,
  javascript: javascriptLanguage,
  json: javascriptLanguage,
  jsonc: javascriptLanguage,
  javascriptreact: jsxLanguage,
  ts: typescriptLanguage,
  typescript: typescriptLanguage,
  tsx: tsxLanguage,
  typescriptreact: tsxLanguage,
  python: pythonLanguage,
  html: htmlLanguage,
};

export const escaped = (text) =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");

/** Code without `«` and `»`, and the offsets between which these stood. */
function unmarked(text) {
  let code = "";
  const marks = [];
  for (const part of text.split(/([«»])/)) {
    if (part === "«") marks.push({ from: code.length, to: code.length });
    else if (part === "»" && marks.length > 0) marks.at(-1).to = code.length;
    else code += part;
  }
  return { code, marks };
}

/** Code as HTML. */
export function coloured(text, language) {
  const { code, marks } = unmarked(text);
  const known = Object.hasOwn(languages, language) ? languages[language] : undefined;
  const pieces = [];
  const put = (piece, classes = "") => pieces.push({ piece, classes });
  if (known === undefined) put(code);
  else highlightCode(code, known.parser.parse(code), classHighlighter, put, () => put("\n"));
  const isMarked = (at) => marks.some(({ from, to }) => from <= at && at < to);
  let html = "";
  let at = 0;
  let isOpen = false;
  for (const { piece, classes } of pieces) {
    const edges = marks.flatMap(({ from, to }) => [
      from - at,
      to - at,
    ]).filter((edge) => edge > 0 && edge < piece.length);
    const cuts = [...new Set([0, ...edges, piece.length])].sort((a, b) => a - b);
    for (const [index, from] of cuts.slice(0, -1).entries()) {
      const part = escaped(piece.slice(from, cuts[index + 1]));
      const shown = classes === "" ? part : `<span class="${classes}">${part}</span>`;
      if (isMarked(at + from) !== isOpen) html += isOpen ? "</mark>" : "<mark>";
      isOpen = isMarked(at + from);
      html += shown;
    }
    at += piece.length;
  }
  return isOpen ? `${html}</mark>` : html;
}
