/** Code in pages: coloured, with its marks. */
import { cppLanguage } from "@codemirror/lang-cpp";
import { htmlLanguage } from "@codemirror/lang-html";
import { javaLanguage } from "@codemirror/lang-java";
import { javascriptLanguage, jsxLanguage, tsxLanguage, typescriptLanguage } from "@codemirror/lang-javascript";
import { phpLanguage } from "@codemirror/lang-php";
import { pythonLanguage } from "@codemirror/lang-python";
import { classHighlighter, highlightCode } from "@lezer/highlight";
import { signOf, strokesOf } from "./sign.mjs";

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
  java: javaLanguage,
  php: phpLanguage,
  c: cppLanguage,
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

/** What is told, as HTML that hangs from its mark. */
function hanging({ message, level }, column) {
  const words = escaped(message.replaceAll(/`([^`]*)`/g, "‘$1’"));
  return `<span class="hanging strokes-${strokesOf(level)}" style="--column:${Math.min(column, 48)}"><span>${signOf(level)} ${words}</span></span>`;
}

/** Code as HTML, with alerts hanging from what stands between marks. */
export function coloured(text, language, alerts = []) {
  const { code, marks } = unmarked(text);
  const known = Object.hasOwn(languages, language) ? languages[language] : undefined;
  const pieces = [];
  const put = (piece, classes = "") => pieces.push({ piece, classes });
  if (known === undefined) put(code);
  else highlightCode(code, known.parser.parse(code), classHighlighter, put, () => put("\n"));
  const lineStart = (at) => code.lastIndexOf("\n", at - 1) + 1;
  const lineEnd = (at) => (code.indexOf("\n", at) < 0 ? code.length : code.indexOf("\n", at));
  // In the order in which their marks begin.
  const notes = alerts.toSorted((a, b) => lineEnd(a.from) - lineEnd(b.from) || a.from - b.from);
  const drawNotes = (end) => {
    let drawn = "";
    while (notes.length > 0 && lineEnd(notes[0].from) <= end) {
      const note = notes.shift();
      drawn += hanging(note, note.from - lineStart(note.from));
    }
    return drawn;
  };
  const isMarked = (at) => marks.some(({ from, to }) => from <= at && at < to);
  const opening = alerts.length === 0 ? "<mark>" : `<mark class="strokes-${strokesOf(alerts[0].level)}">`;
  let html = "";
  let at = 0;
  let isOpen = false;
  for (const { piece, classes } of pieces) {
    const edges = marks.flatMap(({ from, to }) => [
      from - at,
      to - at,
    ]).filter((edge) => edge > 0 && edge < piece.length);
    const lines = [...piece.matchAll(/\n/g)].map(({ index }) => index + 1);
    const cuts = [...new Set([0, ...edges, ...lines, piece.length])].sort((a, b) => a - b);
    for (const [index, from] of cuts.slice(0, -1).entries()) {
      const part = escaped(piece.slice(from, cuts[index + 1]));
      const shown = classes === "" ? part : `<span class="${classes}">${part}</span>`;
      if (isMarked(at + from) !== isOpen) html += isOpen ? "</mark>" : opening;
      isOpen = isMarked(at + from);
      html += shown;
      if (piece[cuts[index + 1] - 1] === "\n") html += drawNotes(at + cuts[index + 1] - 1);
    }
    at += piece.length;
  }
  return `${html}${isOpen ? "</mark>" : ""}${drawNotes(code.length)}`;
}
