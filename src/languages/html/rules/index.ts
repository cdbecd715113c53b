/** The rules of pages. */
import type { Rule } from "../../../rules/rule.js";
import { headingSkipped } from "./heading-skipped.js";
import { noDoctype } from "./no-doctype.js";
import { noLabel } from "./no-label.js";
import { noLanguage } from "./no-language.js";
import { noSuchFile } from "./no-such-file.js";
import { noTextForImage } from "./no-text-for-image.js";
import { noTitle } from "./no-title.js";
import { obsoleteElement } from "./obsolete-element.js";
import { repeatedAttribute } from "./repeated-attribute.js";
import { repeatedId } from "./repeated-id.js";
import { unclosed } from "./unclosed.js";
import { unknownElement } from "./unknown-element.js";
import { unopened } from "./unopened.js";
import { wrongValue } from "./wrong-value.js";

export const rules: readonly Rule[] = [
  headingSkipped,
  noDoctype,
  noLabel,
  noLanguage,
  noSuchFile,
  noTextForImage,
  noTitle,
  obsoleteElement,
  repeatedAttribute,
  repeatedId,
  unclosed,
  unknownElement,
  unopened,
  wrongValue,
];
