/** What the standard says of elements. HTML Living Standard, index of elements, and §13.1.2. */

/** Elements without content, which have no end tag. */
export const voidElements: ReadonlySet<string> = new Set(
  "area base basefont bgsound br col embed frame hr image img input keygen link meta param source track wbr".split(" "),
);

/** Elements whose end tag may be left out. */
export const mayStayOpen: ReadonlySet<string> = new Set(
  "html head body li dt dd p rb rt rtc rp optgroup option colgroup caption thead tbody tfoot tr td th plaintext".split(
    " ",
  ),
);

/** Elements that are no more to be used, each with what does it now. */
export const obsolete: Readonly<Record<string, string>> = {
  acronym: "`abbr`",
  applet: "`object`",
  basefont: "style sheets",
  big: "style sheets",
  blink: "style sheets",
  center: "style sheets",
  dir: "`ul`",
  font: "style sheets",
  frame: "`iframe`",
  frameset: "`iframe`",
  isindex: "a form with an `input`",
  keygen: "a library for keys",
  listing: "`pre`",
  marquee: "style sheets",
  nobr: "style sheets",
  noframes: "`iframe`",
  plaintext: "`pre`",
  spacer: "style sheets",
  strike: "`s` or `del`",
  tt: "`code`, `kbd` or `samp`",
  xmp: "`pre`",
};

/** The elements there are. */
export const elements: ReadonlySet<string> = new Set([
  ...`
  a abbr address area article aside audio b base bdi bdo blockquote body br button canvas caption cite code col colgroup data datalist dd del
  details dfn dialog div dl dt em embed fencedframe fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 head header hgroup hr html i iframe img
  input ins kbd label legend li link main map mark math menu meta meter nav noscript object ol optgroup option output p param picture portal pre
  progress q rb rp rt rtc ruby s samp script search section select selectedcontent selectmenu slot small source span strong style sub summary sup svg
  table tbody td template textarea tfoot th thead time title tr track u ul var video wbr bgsound image menuitem multicol nextid noembed
`.trim().split(/\s+/),
  ...Object.keys(obsolete),
]);

/** The values that attributes can have, by element and attribute; what is empty is allowed too. */
export const values: Readonly<Record<string, readonly string[]>> = {
  "input type": "button checkbox color date datetime-local email file hidden image month number password radio range reset search submit tel text time url week".split(
    " ",
  ),
  "button type": ["button", "reset", "submit"],
  "form method": ["dialog", "get", "post"],
  "form enctype": ["application/x-www-form-urlencoded", "multipart/form-data", "text/plain"],
  "input formmethod": ["dialog", "get", "post"],
  "button formmethod": ["dialog", "get", "post"],
  "form autocomplete": ["off", "on"],
  "img loading": ["eager", "lazy"],
  "iframe loading": ["eager", "lazy"],
  "img decoding": ["async", "auto", "sync"],
  "th scope": ["col", "colgroup", "row", "rowgroup"],
  "track kind": ["captions", "chapters", "descriptions", "metadata", "subtitles"],
  "video preload": ["auto", "metadata", "none"],
  "audio preload": ["auto", "metadata", "none"],
  "area shape": ["circle", "default", "poly", "rect"],
  "textarea wrap": ["hard", "off", "soft"],
  "* dir": ["auto", "ltr", "rtl"],
  "* contenteditable": ["false", "plaintext-only", "true"],
  "* draggable": ["false", "true"],
  "* hidden": ["hidden", "until-found"],
  "* inputmode": ["decimal", "email", "none", "numeric", "search", "tel", "text", "url"],
  "* spellcheck": ["false", "true"],
  "* translate": ["no", "yes"],
};
