/** A terminal's output as a page, for pictures. */

const colours = { 31: "#ff8a80", 32: "#9bd6a4", 33: "#f0c674", 34: "#8ab8ff", 36: "#86d3d3" };

const escapeHtml = (text) => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");

/** Text with the escape codes for colour, bold, faint and underlined as HTML. */
function toHtml(text) {
  const style = { colour: "", bold: false, faint: false, underline: false };
  return text
    .split(/\x1b\[([\d;]*)m/)
    .map((part, index) => {
      if (index % 2 === 1) {
        for (const code of part.split(";").map(Number)) {
          if (code === 1) style.bold = true;
          else if (code === 2) style.faint = true;
          else if (code === 4) style.underline = true;
          else if (code === 22) style.bold = style.faint = false;
          else if (code === 24) style.underline = false;
          else if (code === 39 || code === 0) style.colour = "";
          else if (colours[code]) style.colour = colours[code];
        }
        return "";
      }
      const css = [style.colour && `color:${style.colour}`, style.bold && "font-weight:700", style.faint && "opacity:.6", style.underline && "text-decoration:underline"];
      return `<span style="${css.filter(Boolean).join(";")}">${escapeHtml(part)}</span>`;
    })
    .join("");
}

/** A page of the size of a picture that shows `output` as a terminal window does. */
export function terminalPage(title, output) {
  return `<!doctype html><meta charset="utf-8"><style>
    body { margin: 0; background: #10191d; color: #e4ecef; font: 13.5px/1.38 "DejaVu Sans Mono", monospace; }
    header { background: #24333a; color: #b9c8cf; padding: 7px 16px; font: 13px "DejaVu Sans", sans-serif; }
    pre { margin: 0; padding: 14px 18px; font: inherit; }
  </style><header>${escapeHtml(title)}</header><pre>${toHtml(output)}</pre>`;
}
