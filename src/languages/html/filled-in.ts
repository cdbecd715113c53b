/** What a program fills in before a page is sent: `{{ … }}`, `{% … %}`, `<% … %>`, `<?php … ?>` and the like. */
import type { Span } from "../../text/edit.js";

const form = /\{\{[^]*?\}\}|\{%[^]*?%\}|\{#[^\n]*?#\}|<%[^]*?%>|<\?(?!xml)[^]*?(?:\?>|$)/g;

const opening = /\{\{|\{%|\{#|<%|<\?/;

/** Whether something filled in may begin in a text. */
export const opensFilledIn = (text: string): boolean => opening.test(text);

/** A page with blank space where something is filled in, and where that is. */
export interface Blanked {
  readonly text: string;
  readonly filled: readonly Span[];
  /** Whether some of it decides what else there is, so that tags need not match. */
  readonly hasChoices: boolean;
}

/** Blanks out what is filled in, so that all else keeps its place. */
export function blanked(source: string): Blanked {
  const filled: Span[] = [];
  let hasChoices = false;
  if (!opensFilledIn(source)) return { text: source, filled, hasChoices };
  const text = source.replace(form, (part: string, at: number) => {
    filled.push({ from: at, to: at + part.length });
    hasChoices ||= !/^\{\{(?![#/^])/.test(part);
    return part.replace(/[^\n\r]/g, " ");
  });
  return { text, filled, hasChoices };
}

/** Whether something is filled in between two offsets. */
export function isFilledIn({ filled }: Pick<Blanked, "filled">, from: number, to: number): boolean {
  return filled.some((span) => span.from < to && span.to > from);
}
