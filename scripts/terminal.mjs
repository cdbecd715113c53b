/** A terminal's output as a page, for pictures. */

const colours = {
  30: "#5b6b72",
  31: "#ff8a80",
  32: "#9bd6a4",
  33: "#f0c674",
  34: "#8ab8ff",
  35: "#d7a3e8",
  36: "#86d3d3",
  37: "#e4ecef",
};

const escapeHtml = (text) => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");

/** The colour that codes like `38;2;R;G;B` and `38;5;N` say, taken off the front of what follows 38 or 48. */
function takeColour(codes) {
  const kind = codes.shift();
  if (kind === 2) return `rgb(${codes.splice(0, 3).join(",")})`;
  const number = codes.shift();
  if (number < 16) return colours[30 + (number % 8)];
  if (number >= 232) return `rgb(${Array(3).fill(8 + (number - 232) * 10).join(",")})`;
  const level = (step) => (step === 0 ? 0 : 55 + step * 40);
  const index = number - 16;
  return `rgb(${[Math.floor(index / 36), Math.floor(index / 6) % 6, index % 6].map(level).join(",")})`;
}

/** Text with the escape codes for colours, bold, faint, underlined and reversed as HTML. */
function toHtml(text) {
  let style = {};
  return text
    .split(/\x1b\[([\d;]*)m/)
    .map((part, index) => {
      if (index % 2 === 1) {
        const codes = part.split(";").map(Number);
        while (codes.length > 0) {
          const code = codes.shift();
          if (code === 0) style = {};
          else if (code === 1) style.bold = true;
          else if (code === 2) style.faint = true;
          else if (code === 4) style.underline = true;
          else if (code === 7) style.reversed = true;
          else if (code === 22) style.bold = style.faint = false;
          else if (code === 24) style.underline = false;
          else if (code === 27) style.reversed = false;
          else if (code === 38) style.colour = takeColour(codes);
          else if (code === 48) style.back = takeColour(codes);
          else if (code === 39) style.colour = "";
          else if (code === 49) style.back = "";
          else if (colours[code] ?? colours[code - 60]) style.colour = colours[code] ?? colours[code - 60];
          else if (colours[code - 10] ?? colours[code - 70]) style.back = colours[code - 10] ?? colours[code - 70];
        }
        return "";
      }
      const [colour, back] = style.reversed
        ? [style.back || "#10191d", style.colour || "#e4ecef"]
        : [style.colour, style.back];
      const css = [
        colour && `color:${colour}`,
        back && `background:${back}`,
        style.bold && "font-weight:700",
        style.faint && "opacity:.6",
        style.underline && "text-decoration:underline",
      ];
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
