import type { Refit } from "../../refit.js";
import { addedBraces } from "./added-braces.js";
import { arrowFunction } from "./arrow-function.js";
import { blockBody } from "./block-body.js";
import { chainToSwitch } from "./chain-to-switch.js";
import { choiceToIf } from "./choice-to-if.js";
import { conciseBody } from "./concise-body.js";
import { constantToFunction } from "./constant-to-function.js";
import { defaultImport } from "./default-import.js";
import { extractedConstant } from "./extracted-constant.js";
import { extractedFunction } from "./extracted-function.js";
import { flippedCondition } from "./flipped-condition.js";
import { functionToConstant } from "./function-to-constant.js";
import { ifToChoice } from "./if-to-choice.js";
import { inlinedName } from "./inlined-name.js";
import { joinedDeclarations } from "./joined-declarations.js";
import { joinedText } from "./joined-text.js";
import { namedImport } from "./named-import.js";
import { plainFunction } from "./plain-function.js";
import { splitDeclaration } from "./split-declaration.js";
import { templateText } from "./template-text.js";
import { unpackedMember } from "./unpacked-member.js";

/** All refits, in the order in which they are offered. */
export const refits: readonly Refit[] = [
  templateText,
  joinedText,
  arrowFunction,
  plainFunction,
  functionToConstant,
  constantToFunction,
  blockBody,
  conciseBody,
  choiceToIf,
  ifToChoice,
  flippedCondition,
  addedBraces,
  chainToSwitch,
  splitDeclaration,
  joinedDeclarations,
  unpackedMember,
  namedImport,
  defaultImport,
  extractedConstant,
  extractedFunction,
  inlinedName,
];
