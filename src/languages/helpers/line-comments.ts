import type { Language } from "../language.js";

/** The comments of a language in which they go from a mark to the end of the line, and in which that mark stands nowhere else. */
export function lineComments(mark: string): Pick<Language, "comments" | "commentForms" | "firstComments"> {
  const form = new RegExp(`${mark.replaceAll(/[^\w\s]/g, "\\$&")}[ \\t]*(.*)`, "g");
  return {
    comments(text, _, opening) {
      const found = [...text.value.matchAll(form)].filter(([, said]) => said!.startsWith(opening));
      return found.map(({ index, 0: whole, 1: said }) => ({
        from: index,
        to: index + whole.length,
        text: said!.trim(),
      }));
    },
    firstComments: (top) => top.split("\n").filter((line) => line.startsWith(mark)).join("\n"),
    commentForms: {
      line: mark,
      openings: [mark],
      form: new RegExp(`${mark.replaceAll(/[^\w\s]/g, "\\$&")}[^\\n\\r]*`, "g"),
      isText: () => false,
      mayBegin: (_, text, at) => !text.slice(text.lineAt(at).from, at).includes(mark),
      onLineBefore: (_, __, ___, words) => ({ comment: `${mark} ${words}`, covers: "statement" }),
    },
  };
}
