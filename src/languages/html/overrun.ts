/** Scripts whose end tag is missing, so that markup is taken for code. */

const markup = /^[ \t]*<\/?(?:html|head|body|title|meta|link|main|header|footer|nav|section|article|aside|div|p|ul|ol|li|dl|table|tr|form|input|button|img|a|span|b|i|em|strong|h[1-6]|script|style)(?=[\s>])/gm;

const count = (text: string, part: string): number => text.split(part).length - 1;

/** Where the text of a script goes on as markup, as a line that begins with a tag does outside of texts and comments; `undefined` where it does not. */
export function overrunIn(script: string): number | undefined {
  for (const { index } of script.matchAll(markup)) {
    const before = script.slice(0, index);
    if (count(before, "`") % 2 === 0 && count(before, "/*") <= count(before, "*/")) return index;
  }
  return undefined;
}
