/** The sign of a level: strokes of a quill, four for an error, one for a hint. */
const strokes = { error: 4, warning: 3, information: 2, hint: 1 };

export const strokesOf = (level) => (Object.hasOwn(strokes, level) ? strokes[level] : 1);

export function signOf(level) {
  const paths = [1, 2, 3, 4].map(
    (stroke) => `<path class="${stroke <= strokesOf(level) ? "full" : "empty"}" d="M${stroke * 4 - 3} 11l2-10"/>`,
  );
  return `<svg class="sign" viewBox="0 0 16 12" role="img" aria-label="${level}">${paths.join("")}</svg>`;
}
