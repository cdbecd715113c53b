/** Scripts whose end tag is missing, so that markup is taken for code. */

const markup = /^[ \t]*<\/?(?:html|head|body|title|meta|link|main|header|footer|nav|section|article|aside|div|p|ul|ol|li|dl|table|tr|form|input|button|img|a|span|b|i|em|strong|h[1-6]|script|style)(?=[\s>])/gm;

/** What begins and ends texts and comments in which lines may begin with tags. */
const fences = /`|\/\*|\*\//g;

/** Whether some line of a script begins with a tag, in a text or not. */
export const holdsTags = (script: string): boolean => script.search(markup) >= 0;

/** Where the text of a script goes on as markup, as a line that begins with a tag does outside of texts and comments; `undefined` where it does not. */
export function overrunIn(script: string): number | undefined {
  let at = 0;
  let isText = false;
  let isComment = false;
  for (const { index } of script.matchAll(markup)) {
    for (const [fence] of script.slice(at, index).matchAll(fences)) {
      if (fence === "`") isText = !isText;
      else isComment = fence === "/*";
    }
    at = index;
    if (!isText && !isComment) return index;
  }
  return undefined;
}
